//! The shortest way through a drill. A solver that knows the truth looks for the fewest moves; what a photographer must read to know them is counted
//! beside: each light that is asked for and was not read, the room where it matters, and one proof where a light was changed after its reading.
//!
//! Moves commute but for the camera, on which all wishes hang: so every setting of the camera is tried, every set of what may be done once, and for each light
//! by itself the cheapest of dial, distance, or both.

use ink_lamp_light::{
    measure::Meters,
    refusal::Refusal,
    scale::{Aperture, Iso, ShutterTime},
    strobe::Pulse,
};
use ink_lamp_sitting::{
    checks::{Device, Saw},
    entry::{Around, CameraSet, DeviceChecked, DialTurned, Entry, LightPlaced, LightPut, Subject},
    light::Light,
    role::LightId,
    setup::Setup,
};
use ink_lamp_stand_ins::{fault::Fault, studio::Studio};

use crate::{
    counted::{Did, dark, fired},
    drawn::Drawn,
    drill::{Counts, Drill, Fix, OfCamera},
    kit,
    want::{Real, Want},
};

/// How long a reading takes with the way to the sitter, and a move with the way to the unit, seconds (a judgement).
pub const SECONDS: (u32, u32) = (14, 12);
/// A room that adds less than this to a light is not read for its sake, stops.
const MATTERS: f64 = 0.04;
/// The dial is turned as near as it goes; so near it is left as it is, stops.
const NEAR: f64 = 0.1;
/// A light stands from here to here, metres.
const STANDS: (f64, f64) = (0.5, 6.0);

/// A step of a way.
#[derive(Debug, Clone, PartialEq)]
pub enum Step {
    /// Read something.
    Read(Subject),
    /// Asked to fire, a light stays dark: what a reading of it shows first.
    Dark(LightId),
    /// Do something.
    Do(Box<Entry>),
}

/// A way through a drill.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Way {
    /// What is done, in order.
    pub steps: Vec<Step>,
}

impl Way {
    /// How many readings and moves it takes.
    #[must_use]
    pub fn counts(&self) -> Counts {
        let moves = self.steps.iter().filter(|step| matches!(step, Step::Do(_))).count();
        let count = |n: usize| u32::try_from(n).unwrap_or(u32::MAX);
        Counts { readings: count(self.steps.len() - moves), moves: count(moves) }
    }

    /// Goes it from the start, and says how it then stands.
    ///
    /// # Errors
    /// Where a step can't be done: no way that the solver found.
    pub fn gone(&self, drawn: &Drawn) -> Result<Setup, Refusal> {
        self.steps.iter().try_fold(drawn.setup.clone(), |setup, step| Ok(self.step(step, drawn, &setup)?.2))
    }

    /// Makes a step of it: what it is, what is written, how it then stands.
    ///
    /// # Errors
    /// Where it can't be made.
    pub fn step(&self, step: &Step, drawn: &Drawn, setup: &Setup) -> Result<(Did, Entry, Setup), Refusal> {
        let (did, entry) = match step {
            Step::Do(entry) => (Did::Moved, (**entry).clone()),
            Step::Read(of) => {
                let taken_for = drawn.faults().iter().find_map(|f| if let Fault::MeterIso { iso } = f { Some(*iso) } else { None });
                (Did::Read(of.clone()), drawn.read(setup, of, None, taken_for)?.entry)
            }
            Step::Dark(light) => (Did::Dark(light.clone()), dark(light)),
        };
        let after = setup.apply(&entry)?;
        Ok((did, entry, after))
    }
}

/// How long it takes, seconds.
#[must_use]
pub const fn seconds(counts: Counts) -> u32 {
    counts.readings * SECONDS.0 + counts.moves * SECONDS.1
}

/// So often a studio is drawn until one asks for what the drill says.
const TRIES: u32 = 400;

/// Draws studios from a seed until one asks for as many readings and moves as the drill says, and gives it with its shortest way.
///
/// # Errors
/// Where none of many does: no drill that ships.
pub fn drawn_for(drill: &Drill, seed: &str) -> Result<(Drawn, Way), Refusal> {
    for n in 0..TRIES {
        let drawn = Drawn::exactly(drill, &format!("{}:{seed}:{n}", drill.name))?;
        if let Some(way) = shortest(drill, &drawn)
            && way.counts() == drill.shortest
        {
            return Ok((drawn, way));
        }
    }
    Err(Refusal::new("drill", format!("{} can't be drawn from this seed. Take another one.", drill.title)))
}

/// The shortest way through a drill; none where nothing that may be done leads there.
#[must_use]
pub fn shortest(drill: &Drill, drawn: &Drawn) -> Option<Way> {
    let mut best: Option<(usize, f64, Plan)> = None;
    let fixes: Vec<&Fix> = drill.may.fixes.iter().collect();
    for chosen in 0..1usize << fixes.len() {
        let done = fixes.iter().enumerate().filter(|(n, _)| chosen >> n & 1 == 1).map(|(_, fix)| *fix);
        let Some((fixed, entries)) = with_fixes(drawn, done) else { continue };
        for camera in cameras(drill, &fixed) {
            let plan = plan(drill, drawn, &fixed, &entries, camera);
            let Some((cost, off, plan)) = plan else { continue };
            if best.as_ref().is_none_or(|(least, near, _)| (cost, off) < (*least, *near)) {
                best = Some((cost, off, plan));
            }
        }
    }
    best.map(|(.., plan)| plan.way(drill, drawn))
}

struct Plan {
    camera: Option<CameraSet>,
    /// What is done once, by the light that it is about.
    fixes: Vec<Entry>,
    /// What is done to each light.
    lights: Vec<(LightId, Vec<Entry>)>,
}

/// What a fix does; none where it can't be done as things stand.
fn fix_entry(fix: &Fix, setup: &Setup) -> Option<Entry> {
    let with = |light: &LightId, change: &dyn Fn(&mut LightPut) -> Option<()>| {
        let mut put = setup.light(light)?.as_put();
        change(&mut put)?;
        Some(Entry::Light(Box::new(put)))
    };
    match fix {
        Fix::Entry(entry) => Some((**entry).clone()),
        Fix::Gel { light, gel } => with(light, &|put| {
            put.rig.gels.push(kit::gel(gel).ok()?);
            Some(())
        }),
        Fix::Grid { light } => with(light, &|put| {
            put.rig.grid = kit::modifier(put.modifier.as_deref()?).ok()?.grid;
            Some(())
        }),
    }
}

/// What set right what is wrong on a device.
fn set_right(fault: &Fault) -> Option<Entry> {
    match fault {
        Fault::Silent { light, point } => Some(Entry::Checked(DeviceChecked {
            device: Device::Unit(light.clone()),
            point: *point,
            saw: Some(Saw::Right("set right".to_owned())),
            by: None,
        })),
        Fault::MeterIso { .. } => None,
    }
}

fn with_fixes<'a>(drawn: &Drawn, fixes: impl Iterator<Item = &'a Fix>) -> Option<(Setup, Vec<Entry>)> {
    let (mut setup, mut entries) = (drawn.setup.clone(), Vec::new());
    // What is wrong must be set right in any case.
    let faults = drawn.faults().iter().filter_map(set_right);
    for entry in faults.map(Some).chain(fixes.map(|fix| fix_entry(fix, &drawn.setup))) {
        let entry = entry?;
        setup = setup.apply(&entry).ok()?;
        entries.push(entry);
    }
    Some((setup, entries))
}

/// Every setting of the camera that may be, the one that is first.
fn cameras(drill: &Drill, setup: &Setup) -> Vec<Option<CameraSet>> {
    let mut all = vec![None];
    let Some(camera) = &setup.camera else { return all };
    let (now, may) = (camera.exposure, |of: OfCamera| drill.may.camera.contains(&of));
    let apertures: Vec<Aperture> = if may(OfCamera::Aperture) {
        Aperture::thirds().filter_map(|mark| Aperture::parse(mark).ok()).filter(|a| (3.0..=9.0).contains(&a.av())).collect()
    } else {
        vec![now.aperture]
    };
    let shutters: Vec<ShutterTime> = if may(OfCamera::Shutter) {
        let times = ShutterTime::thirds().filter_map(|mark| ShutterTime::parse(mark).ok());
        times.filter(|t| (5.0 - 0.2..).contains(&t.tv()) && !camera.is_past_sync(*t)).collect()
    } else {
        vec![now.shutter]
    };
    let isos: Vec<Iso> = if may(OfCamera::Iso) {
        // Sv 5 to 10: ISO 100 to 3200.
        Iso::thirds().filter_map(|mark| Iso::parse(mark).ok()).filter(|iso| (5.0..=10.0).contains(&iso.sv())).collect()
    } else {
        vec![now.iso]
    };
    for aperture in &apertures {
        for shutter in &shutters {
            for iso in &isos {
                if (*aperture, *shutter, *iso) != (now.aperture, now.shutter, now.iso) {
                    all.push(Some(CameraSet::new(*aperture, *shutter, *iso)));
                }
            }
        }
    }
    all
}

/// What it takes with this camera and these fixes: how many moves, how near it then is, and which.
fn plan(drill: &Drill, drawn: &Drawn, fixed: &Setup, fixes: &[Entry], camera: Option<CameraSet>) -> Option<(usize, f64, Plan)> {
    let setup = match &camera {
        Some(set) => fixed.apply(&Entry::Camera(set.clone())).ok()?,
        None => fixed.clone(),
    };
    let studio = drawn.studio(&setup);
    let real = Real::of(&studio)?;
    let (mut moves, mut off, mut lights) = (usize::from(camera.is_some()) + fixes.len(), 0.0, Vec::new());
    // What no light can mend by itself is right already, or not at all; asked first, since it is cheap.
    let is_of_a_light = |want: &Want| matches!(want, Want::Light { .. } | Want::Ratio(_) | Want::Shorter { .. } | Want::GroundUnder(_));
    let rest: Vec<Want> = drill.wants.iter().filter(|want| !is_of_a_light(want)).cloned().collect();
    if !real.is_done(&rest) {
        return None;
    }
    // Of two settings of the camera that serve, the one with less of a change.
    if let (Some(set), Some(now)) = (&camera, &fixed.camera) {
        off += (set.aperture.av() - now.exposure.aperture.av()).abs() * 0.01 + (set.shutter.tv() - now.exposure.shutter.tv()).abs() * 0.01;
        off += (set.iso.sv() - now.exposure.iso.sv()).abs() * 0.01;
    }
    for (id, wanted, within) in real.asked(&drill.wants) {
        let (left, entries) = set_light(drill, &studio, &real, &id, wanted, within)?;
        moves += entries.len();
        off += left;
        lights.push((id, entries));
    }
    // All of it together, as it then really is.
    let all = lights.iter().flat_map(|(_, entries)| entries);
    let then = all.clone().try_fold(setup, |setup, entry| setup.apply(entry)).ok()?;
    let studio = drawn.studio(&then);
    Real::of(&studio)?.is_done(&drill.wants).then(|| (moves, off, Plan { camera, fixes: fixes.to_vec(), lights }))
}

/// The cheapest that brings a light to what is asked, and how far it then is off.
fn set_light(drill: &Drill, studio: &Studio, real: &Real, id: &LightId, wanted: f64, within: f64) -> Option<(f64, Vec<Entry>)> {
    let setup = &studio.setup;
    let light = setup.light(id)?;
    let longest = drill.wants.iter().find_map(|want| match want {
        Want::Shorter { light, seconds } if light == id => Some(*seconds),
        _ => None,
    });
    let is_short = |light: &Light| {
        longest
            .is_none_or(|seconds| ink_lamp_scene::freeze::time(light).is_some_and(|t| ink_lamp_scene::freeze::is_short_enough(t, seconds)))
    };
    let off = |light: &Light| Some(real.total_of(light)? - wanted);
    if is_short(light) && off(light)?.abs() <= within.min(NEAR) {
        return Some((off(light)?.abs(), Vec::new()));
    }
    let unit = light.unit.as_ref()?;
    let turned = |dial| Light { dial: Some(dial), charged: None, ..light.clone() };
    let settings = unit.scale.dials().map(turned).filter(is_short);
    let settings = settings.filter_map(|light| Some((off(&light)?, light)));
    let nearest = settings.min_by(|a, b| a.0.abs().total_cmp(&b.0.abs())).filter(|_| drill.may.turn.contains(id));
    let turn = |to: &Light| -> Vec<Entry> {
        let dial = Entry::Dial(DialTurned { light: id.clone(), dial: to.written().unwrap_or_default() });
        // What it holds of before leaves with one pop.
        let goes_down = unit.pulse == Some(Pulse::Voltage) && to.power() < light.power();
        std::iter::once(dial).chain(goes_down.then(|| fired(id))).collect()
    };
    if let Some((left, to)) = &nearest
        && left.abs() <= within
    {
        return Some((left.abs(), turn(to)));
    }
    if !drill.may.moved.contains(id) {
        return None;
    }
    // By the distance alone, else both.
    let by_distance = |from: &Light| {
        let at = |metres: f64| nearer(setup, from, Meters::new((metres * 100.0).round() / 100.0).ok()?);
        let (mut near, mut far) = STANDS;
        for _ in 0..30 {
            let middle = f64::midpoint(near, far);
            if off(&at(middle)?.1)? > 0.0 { near = middle } else { far = middle }
        }
        let (entry, there) = at(near)?;
        let left = off(&there)?.abs();
        (left <= within).then_some((left, entry))
    };
    if let Some((left, moved)) = by_distance(light).filter(|_| is_short(light)) {
        return Some((left, vec![moved]));
    }
    let (_, to) = nearest?;
    let (left, moved) = by_distance(&to)?;
    Some((left, turn(&to).into_iter().chain([moved]).collect()))
}

/// A light at another distance: along its line, where it stands on the plan.
fn nearer(setup: &Setup, from: &Light, to: Meters) -> Option<(Entry, Light)> {
    let entry = match from.around(&setup.studio()) {
        Some(around) => {
            let around = Some(Around { distance: to, ..around });
            Entry::Placed(LightPlaced { light: from.id.clone(), place: None, around })
        }
        None => Entry::Light(Box::new(LightPut { distance: Some(to), ..from.as_put() })),
    };
    let turned = setup.apply(&Entry::Light(Box::new(from.as_put()))).ok()?;
    let there = turned.apply(&entry).ok()?.light(&from.id)?.clone();
    Some((entry, Light { charged: from.charged, ..there }))
}

impl Plan {
    fn way(self, drill: &Drill, drawn: &Drawn) -> Way {
        let mut steps = Vec::new();
        let setup = &drawn.setup;
        let studio = drawn.studio(setup);
        let room = Real::of(&studio).map_or(-99.0, |real| real.room);
        let asked: Vec<LightId> = self.lights.iter().map(|(id, _)| id.clone()).collect();
        let was_read = |of: &Subject| match of {
            Subject::Room => setup.room.reading.is_some(),
            Subject::Light(id) => setup.light(id).is_some_and(|light| light.reading.is_some()),
            Subject::Whole => setup.whole.is_some(),
        };
        let is_of_the_room = drill.wants.iter().any(|want| matches!(want, Want::RoomAt { .. } | Want::RoomUnder(_)));
        // What a meter in tenths tells of the room in a light.
        let matters = !asked.is_empty() && (1.0 + room.exp2()).log2() > MATTERS;
        if (is_of_the_room || matters) && !was_read(&Subject::Room) {
            steps.push(Step::Read(Subject::Room));
        }
        let silent = drawn.faults().iter().find_map(|fault| if let Fault::Silent { light, .. } = fault { Some(light) } else { None });
        // What is out shows where it is read: alone, or among the others where all were read.
        match silent {
            Some(id) if was_read(&Subject::Light(id.clone())) => steps.push(Step::Read(Subject::Whole)),
            Some(id) => steps.push(Step::Dark(id.clone())),
            None => {}
        }
        steps.extend(self.camera.map(|set| Step::Do(Box::new(Entry::Camera(set)))));
        let about = |entry: &Entry| match entry {
            Entry::Placed(placed) => Some(placed.light.clone()),
            _ => None,
        };
        let placed: Vec<LightId> = self.fixes.iter().filter_map(about).collect();
        let is_changed = |(id, entries): &&(LightId, Vec<Entry>)| !entries.is_empty() || placed.contains(id);
        let changed: Vec<LightId> = self.lights.iter().filter(is_changed).map(|(id, _)| id.clone()).collect();
        // A place is chosen by what was read of the light before.
        let (later, first): (Vec<Entry>, Vec<Entry>) = self.fixes.into_iter().partition(|entry| about(entry).is_some());
        steps.extend(first.into_iter().map(|entry| Step::Do(Box::new(entry))));
        for (id, entries) in self.lights {
            if !was_read(&Subject::Light(id.clone())) {
                steps.push(Step::Read(Subject::Light(id)));
            }
            steps.extend(entries.into_iter().map(|entry| Step::Do(Box::new(entry))));
        }
        steps.extend(later.into_iter().map(|entry| Step::Do(Box::new(entry))));
        let proof = match changed.as_slice() {
            [] => silent.filter(|id| was_read(&Subject::Light((*id).clone()))).map(|_| Subject::Whole),
            // No meter reads what pulses through a travelling slit.
            [one] if drill.wants.iter().any(|want| matches!(want, Want::HighSpeed {})) && asked.contains(one) => None,
            [one] if asked.len() == 1 => Some(Subject::Light(one.clone())),
            _ => Some(Subject::Whole),
        };
        steps.extend(proof.map(Step::Read));
        Way { steps }
    }
}
