//! The few ways that stay, each worked out on the board and put into words.

use crate::words::terms;
use ink_lamp_light::{
    ambient::{RoomWish, darkening},
    lens::{DepthOfField, SMALLEST_AV, airy_pixels, magnification, working},
    scale::{Aperture, Reflectance, Series, Stops, grey_code},
    strobe::{Reach, energy},
};
use ink_lamp_scene::{levels::Levels, mixture::mixture, scene::Scene, turn::Turn};
use ink_lamp_sitting::{
    camera::Camera,
    entry::{CameraSet, DialTurned, Entry, LightPut},
    firing::{Firing, HighSpeed},
    light::Light,
    metered::RoomPlace,
    room::Lamps,
    setup::Setup,
};

use super::way::{Landing, RoomWay, WayLight};
use crate::{
    board::face::face,
    search::{Candidate, Class, Family, Space, search, space::optics, without_dominated},
    words::span::capitalised,
};

/// At most this many mixtures are shown.
const MIXTURES: usize = 3;
/// Nearer than this no light is brought (a judgement): its front fills the frame, and a flash that near blinds.
const NEAREST: f64 = 0.5;

/// The ways to a wish in order, and how many combinations were looked at.
pub(super) fn ways(setup: &Setup, levels: &Levels, wish: RoomWish) -> (Vec<RoomWay>, u32) {
    let (Some(space), Some(camera)) = (Space::of(setup, levels, wish), &setup.camera) else { return (Vec::new(), 0) };
    let (all, looked_at) = search(&space);
    let here = Here { setup, levels, camera, wish, space: &space };
    let mut does: Vec<Candidate> = all.iter().copied().filter(|c| c.class == Class::Does).collect();
    without_dominated(&space, &mut does);
    does.sort_by(|a, b| a.cost.total_cmp(&b.cost));
    let mut mixtures = 0;
    does.retain(|c| {
        mixtures += u32::from(c.family.count() > 1) as usize;
        c.family.count() <= 1 || mixtures <= MIXTURES
    });
    // What falls short must at least go the right way.
    let gap_now = wish.gap(Stops::of(space.room)).abs().get();
    let nearer = |c: &&Candidate| c.class != Class::Short || c.missed < gap_now - 0.05;
    let quiet = all.iter().filter(|c| c.class != Class::Does && c.family.count() == 1).filter(nearer);
    let mut ways: Vec<RoomWay> = does.iter().chain(quiet).filter_map(|c| here.way(c)).collect();
    if ways.iter().all(|w| !w.does || !w.possible) {
        // Nothing works as it stands: the mixture that comes nearest says what is missing.
        ways.extend(all.iter().filter(|c| c.family.count() > 1).min_by(|a, b| rank(a).total_cmp(&rank(b))).and_then(|c| here.way(c)));
    }
    if matches!(wish, RoomWish::Remove(_)) && !does.iter().any(|c| c.family.count() == 0) {
        ways.extend(here.lamps_off());
        ways.extend(here.nearer());
    }
    ways.sort_by(|a, b| order(a).total_cmp(&order(b)));
    (ways, looked_at)
}

fn rank(c: &Candidate) -> f64 {
    let class = match c.class {
        Class::Does => 0.0,
        Class::NotWithThisKit => 100.0,
        Class::Short => 200.0,
    };
    class + c.missed
}

/// What is in use, then what does the job by what is given up, then what this kit can't, then what falls short by how much.
fn order(way: &RoomWay) -> f64 {
    match (way.in_use, way.does, way.possible) {
        (true, true, _) => -1.0,
        (_, true, true) => way.given_up,
        (_, true, false) => 1000.0 + way.given_up,
        _ => 2000.0 + way.given_up,
    }
}

/// What helps every way: the key's light brought in.
pub(super) fn helps(setup: &Setup, levels: &Levels) -> Option<String> {
    let (index, key) = setup.lights.iter().enumerate().find(|(_, l)| l.is_at_face() && l.distance.is_some())?;
    let nearer = setup.distance_for(key, Stops::of(1.0)).filter(|d| d.get() >= NEAREST)?;
    levels.lights[index].total?;
    let from = key.distance?.told(setup.length);
    let to = nearer.told(setup.length);
    setup.holds.lights_move.then(|| {
        format!("Helps every way: bring the lights in. {} from {from} to {to} gives 1.0 stop without touching its power.", key.name())
    })
}

struct Here<'a> {
    setup: &'a Setup,
    levels: &'a Levels,
    camera: &'a Camera,
    wish: RoomWish,
    space: &'a Space,
}

/// A camera set for a way, and how the setup then stands.
struct After {
    setup: Setup,
    levels: Levels,
    entries: Vec<Entry>,
}

impl Here<'_> {
    fn way(&self, c: &Candidate) -> Option<RoomWay> {
        let [a, t, i, f] = c.at;
        let shot = self.space.shots.get(t)?;
        let mut set = self.camera.as_set();
        set.aperture = *self.space.apertures_set.get(a)?;
        set.shutter = shot.shutter;
        set.iso = *self.space.isos_set.get(i)?;
        if c.family.has(Family::FILTER) {
            set.filters = Some(self.space.filters_set.get(f)?.clone());
        }
        let mut after = self.after(&set, c.family.has(Family::HIGH_SPEED) && !shot.blocked)?;
        let in_use = c.family.count() == 0;
        if in_use {
            after.entries.clear();
        }
        let rise = Stops::of(c.rise);
        // Where high-speed sync is not to be had, the board can't count its loss.
        let uncounted = if shot.blocked { Stops::of(-shot.flash) } else { Stops::ZERO };
        let lights = self.lights(&mut after, rise, uncounted);
        let mut way = self.finish(&name(c.family, self, &set), &id(c.family), &after, lights, rise);
        way.in_use = in_use;
        way.given_up = c.cost;
        way.settings = settings(self.camera, &set);
        if in_use {
            way.settings = "Nothing to change".to_owned();
        }
        if shot.blocked {
            way.possible = false;
            way.verdict = Some("Not with this kit.".to_owned());
            way.catch = self.space.no_high_speed.clone().unwrap_or_default();
        } else {
            self.judge(&mut way, c.family, &set, &after);
        }
        Some(way)
    }

    /// The setup after the camera is set, and high-speed sync switched on where that is the way.
    fn after(&self, set: &CameraSet, high_speed: bool) -> Option<After> {
        let mut entries = vec![Entry::Camera(set.clone())];
        let mut setup = self.setup.apply(&entries[0]).ok()?;
        if high_speed {
            let units = setup.lights.iter().filter(|l| l.unit.as_ref().is_some_and(|u| u.high_speed));
            let high_speed = HighSpeed::everywhere(units);
            if setup.firing.high_speed != high_speed {
                let entry = Entry::Firing(Firing { high_speed, ..setup.firing.clone() });
                setup = setup.apply(&entry).ok()?;
                entries.push(entry);
            }
        }
        let levels = Scene::of(&setup).levels;
        Some(After { setup, levels, entries })
    }

    /// Every light's new setting, tightest first; what has to be written for it is added to the entries, and the setup is brought there.
    fn lights(&self, after: &mut After, rise: Stops, uncounted: Stops) -> Vec<WayLight> {
        let mut lights = Vec::new();
        let mut writes = Vec::new();
        for (index, light) in after.setup.lights.iter().enumerate() {
            let Some((unit, power)) = light.unit.as_ref().zip(light.power()) else { continue };
            let job = Turn::of(&after.setup, &after.levels, index);
            // Without a wish it is held where it lies.
            let change = job.as_ref().map_or(rise, |j| j.change + uncounted);
            let nearest = unit.scale.nearest(power + change);
            let to = unit.scale.stops(nearest.dial);
            let rest = power + change - to;
            let possible = nearest.reach == Reach::Within || rest.tenths().abs() <= 1;
            let moved = if possible || !self.setup.holds.lights_move {
                None
            } else {
                after.setup.distance_for(light, rest).filter(|d| d.get() >= NEAREST)
            };
            let dial = unit.scale.write(nearest.dial);
            if let Some(distance) = moved {
                let put = LightPut { distance: Some(distance), dial: Some(dial.clone()), ..light.as_put() };
                writes.push(Entry::Light(Box::new(put)));
            } else if light.dial != Some(nearest.dial) {
                writes.push(Entry::Dial(DialTurned { light: light.id.clone(), dial: dial.clone() }));
            }
            let left = match nearest.reach {
                Reach::AboveFull if !possible => format!("{} over full", rest.number()),
                Reach::BelowLowest if !possible => format!("{} under lowest", rest.number()),
                _ => format!("{} left", (-to).number()),
            };
            lights.push(WayLight {
                id: light.id.to_string(),
                name: light.name(),
                role: light.role,
                unit: unit.name.clone(),
                dial,
                power: to,
                lowest: unit.scale.stops(unit.scale.lowest()),
                left,
                possible: possible || moved.is_some(),
                moved: light
                    .distance
                    .zip(moved)
                    .map(|(from, to)| format!("{} to {}", from.number(self.setup.length), to.told(self.setup.length))),
            });
        }
        for entry in &writes {
            if let Ok(next) = after.setup.apply(entry) {
                after.setup = next;
            }
        }
        after.levels = Scene::of(&after.setup).levels;
        after.entries.extend(writes);
        lights.sort_by(|a, b| (a.possible, -a.power.get()).partial_cmp(&(b.possible, -b.power.get())).unwrap_or(std::cmp::Ordering::Equal));
        lights
    }

    fn finish(&self, name: &str, id: &str, after: &After, lights: Vec<WayLight>, rise: Stops) -> RoomWay {
        let levels = &after.levels;
        let room = levels.room_for(self.wish);
        let recycle = after
            .setup
            .lights
            .iter()
            .filter_map(|l| Some(energy::recycle_at(l.unit.as_ref()?.recycle?, l.power()?)))
            .fold(None, |slowest: Option<f64>, s| Some(slowest.map_or(s, |was| was.max(s))));
        let possible = lights.iter().all(|l| l.possible);
        let shown = |stops: Stops| if stops.tenths() == 0 { "0".to_owned() } else { stops.shown() };
        RoomWay {
            id: id.to_owned(),
            name: name.to_owned(),
            settings: String::new(),
            in_use: false,
            does: room.is_some_and(|r| self.wish.is_right(r)),
            possible,
            room: room.map(landing),
            places: places(levels),
            rise,
            rise_shown: shown(rise),
            lights,
            recycle,
            slow: recycle.zip(self.setup.supplies.pace).is_some_and(|(ready, pace)| ready > pace.get()),
            focus: focus(&after.setup),
            ratio: face(&after.setup, levels, None)
                .map(|f| if f.room_is_fill { format!("{}, the room fills", f.ratio_now) } else { f.ratio_now }),
            verdict: None,
            catch: String::new(),
            notes: self.notes(after),
            given_up: 0.0,
            entries: after.entries.clone(),
        }
    }

    /// The catch: what is short, what the kit can't, or else what is given up most.
    fn judge(&self, way: &mut RoomWay, family: Family, set: &CameraSet, after: &After) {
        let lights = way.lights.iter().filter(|l| l.moved.is_some());
        let moved: Vec<String> = lights.map(|l| format!("{} {}", l.name, l.moved.clone().unwrap_or_default())).collect();
        if let Some(room) = way.room.clone().filter(|_| !way.does) {
            way.verdict = Some(format!("{} short.", self.wish.gap(room.stops).number()));
            way.catch = self.end_of(family, set);
        } else if let Some(light) = way.lights.iter().find(|l| !l.possible) {
            way.verdict = Some("Not with this kit.".to_owned());
            way.catch = format!("{} {}", light.name, light.left);
        } else if !moved.is_empty() {
            way.catch = format!("Bring nearer: {}", moved.join(", "));
        } else {
            way.catch = self.catch(family, set, after);
        }
    }

    /// What ends a way that falls short.
    fn end_of(&self, family: Family, set: &CameraSet) -> String {
        let third = Series::Third;
        let now = self.camera.exposure;
        if family.has(Family::SHUTTER) {
            return if set.shutter.tv() > now.shutter.tv() {
                match self.camera.sync {
                    Some(sync) if self.camera.is_leaf() => format!("The shutter ends at {}", sync.marking(third)),
                    Some(sync) => format!("Sync ends at {}", sync.marking(third)),
                    None => "Say the sync time".to_owned(),
                }
            } else {
                format!("{} no longer than {}", capitalised(terms::steadiness(self.setup.holds.steadiness)), set.shutter.marking(third))
            };
        }
        if family.has(Family::HIGH_SPEED) {
            return format!("The shutter ends at {}", set.shutter.marking(third));
        }
        if family.has(Family::ISO) {
            return format!("ISO ends at {}", set.iso.marking(third));
        }
        if family.has(Family::APERTURE) {
            return format!("The aperture ends at ƒ{}", set.aperture.marking(third));
        }
        if family.has(Family::FILTER) {
            return "No darker filter at hand".to_owned();
        }
        "Not enough".to_owned()
    }

    fn catch(&self, family: Family, set: &CameraSet, after: &After) -> String {
        let now = self.camera.exposure;
        let base = self.camera.body.as_ref().map_or(0.0, |b| b.base_iso.stops_over_100());
        let by = |from: f64, to: f64| Stops::of(to - from);
        let mut words = Vec::new();
        if family.has(Family::HIGH_SPEED) {
            words.push("Colour less steady, no meter reads it".to_owned());
        }
        if family.has(Family::FILTER) {
            let loss = after.setup.camera.as_ref().map_or(Stops::ZERO, |c| c.exposure.filter);
            words.push(if loss.is_zero() { "Filter off".to_owned() } else { format!("Finder {} darker", loss.size()) });
        }
        if family.has(Family::APERTURE) {
            let deeper = set.aperture.av() > now.aperture.av();
            words.push(match (focus(self.setup), focus(&after.setup)) {
                (Some(from), Some(to)) => format!("In focus {from}, then {to}"),
                _ if deeper => "Deeper focus, brings the ground in".to_owned(),
                _ => "Shallower focus".to_owned(),
            });
        }
        if family.has(Family::SHUTTER) && set.shutter.tv() < now.shutter.tv() {
            words.push("Sitter must hold still".to_owned());
        }
        if family.has(Family::ISO) {
            let to = set.iso.stops_over_100();
            if to > base + 0.3 && to > now.iso.stops_over_100() {
                words.push(format!("Grain {} over base", by(base, to).size()));
            } else if to < base - 0.3 {
                words.push("Below base ISO, highlights clip sooner".to_owned());
            }
        }
        match words.len() {
            0 if self.levels.room_level.is_some() => "Nothing lost you need".to_owned(),
            0 => String::new(),
            1 => words.remove(0),
            _ => capitalised(&words.iter().map(|w| w.to_lowercase()).collect::<Vec<_>>().join("; ")),
        }
    }

    /// What else is worth knowing.
    fn notes(&self, after: &After) -> Vec<String> {
        let Some(camera) = &after.setup.camera else { return Vec::new() };
        let mut notes = Vec::new();
        if let Some(change) = terms::darkening(darkening(self.camera.exposure, camera.exposure)) {
            notes.push(format!("Room: {change}."));
        }
        if after.setup.lights.iter().any(|l| after.setup.pulses(l)) {
            notes.push(
                "Switch high-speed sync on at the camera, the transmitter and every unit: one forgotten spoils the frame.".to_owned(),
            );
        }
        if camera.exposure.aperture.av() > SMALLEST_AV + 1e-6 {
            notes.push("Past ƒ16 diffraction softens everything.".to_owned());
        } else if let Some(pitch) = camera.body.as_ref().and_then(|b| b.pixel_pitch) {
            let m = camera.focal.zip(camera.sitter).and_then(|(f, u)| magnification(f, u)).unwrap_or(0.0);
            let pixels = airy_pixels(working(camera.exposure.aperture.exact(), m), pitch);
            if pixels > 3.0 {
                notes.push(format!("Diffraction: the finest point is {pixels:.1} pixels wide."));
            }
        }
        let iso = camera.exposure.iso.stops_over_100();
        if let Some(body) = &camera.body {
            let over = iso - body.base_iso.stops_over_100();
            if over > 0.3 {
                notes.push(format!("Grain: {} over the base ISO.", Stops::of(over).size()));
            }
        }
        if let Some(ghost) =
            self.setup.holds.movement.zip(after.levels.room_level).and_then(|(m, room)| m.ghost(room, camera.exposure.shutter))
        {
            notes.push(format!("Ghost of the movement: {:.0} mm long, {} from the flash.", ghost.smear, ghost.level));
        }
        if let Some(mixed) = mixture(&after.setup, &after.levels, RoomPlace::Sitter) {
            let mixed = mixed.correlated();
            notes.push(format!("Colour at the sitter: {:.0} K, {}.", (mixed.kelvin() / 10.0).round() * 10.0, mixed.tint()));
        }
        notes
    }

    /// Blinds down, lamps off: free, and to be read again unless it was read so before.
    fn lamps_off(&self) -> Option<RoomWay> {
        let room = &self.setup.room;
        let now = room.light_at(RoomPlace::Sitter).lamps;
        if now == Some(Lamps::Off) {
            return None;
        }
        let mut after = After { setup: self.setup.clone(), levels: Scene::of(self.setup).levels, entries: Vec::new() };
        let held = room.seen_with(RoomPlace::Sitter, Lamps::Off);
        if let Some(reading) = held {
            after.setup.room.reading = Some(reading);
            after.setup.room.ground = room.seen_with(RoomPlace::Ground, Lamps::Off).or(room.ground.map(|_| reading));
            after.levels = Scene::of(&after.setup).levels;
        }
        let lights = self.lights(&mut after, Stops::ZERO, Stops::ZERO);
        let mut way = self.finish("Shut the room out", "lamps", &after, lights, Stops::ZERO);
        way.entries.clear();
        way.settings = if now == Some(Lamps::Window) { "Blinds down".to_owned() } else { "Lamps off, blinds down".to_owned() };
        // What is not known yet stands behind what is.
        way.given_up = 3.0;
        match (held, way.does, way.room.clone()) {
            (None, ..) => {
                (way.room, way.does, way.places) = (None, true, String::new());
                way.catch = "Free. Read the room again after; it is harder to focus".to_owned();
            }
            (Some(_), true, _) => way.catch = "Free. It was read so before; it is harder to focus".to_owned(),
            (Some(_), false, Some(landing)) => {
                way.verdict = Some(format!("{} short.", self.wish.gap(landing.stops).number()));
                way.catch = "It was read so before".to_owned();
            }
            (Some(_), false, None) => return None,
        }
        Some(way)
    }

    /// All lights brought nearer and the aperture closed by as much: the powers stay.
    fn nearer(&self) -> Option<RoomWay> {
        let holds = &self.setup.holds;
        let read = |l: &&Light| l.unit.is_some() && l.dial.is_some();
        let lights: Vec<&Light> = self.setup.lights.iter().filter(read).collect();
        if !holds.lights_move || lights.is_empty() || lights.iter().any(|l| l.distance.is_none()) {
            return None;
        }
        let needed = (self.wish.gap(Stops::of(self.space.room)).get() * 3.0 - 1e-6).ceil();
        #[allow(clippy::cast_possible_truncation, reason = "at most 40")]
        let thirds = (1..=(needed.min(40.0) as i32)).rev().find(|thirds| {
            let by = Stops::of(f64::from(*thirds) / 3.0);
            let fits = |a: Aperture| self.space.apertures_set.iter().any(|s| (s.av() - a.av()).abs() < 1e-6);
            Aperture::from_av(self.camera.exposure.aperture.av() + by.get()).is_ok_and(fits)
                && lights.iter().all(|l| self.setup.distance_for(l, by).is_some_and(|d| d.get() >= NEAREST))
        })?;
        let by = Stops::of(f64::from(thirds) / 3.0);
        let set = CameraSet { aperture: Aperture::from_av(self.camera.exposure.aperture.av() + by.get()).ok()?, ..self.camera.as_set() };
        let mut after = self.after(&set, false)?;
        let mut told = Vec::new();
        for light in &lights {
            let (from, to) = (light.distance?, self.setup.distance_for(light, by)?);
            let entry = Entry::Light(Box::new(LightPut { distance: Some(to), ..light.as_put() }));
            after.setup = after.setup.apply(&entry).ok()?;
            after.entries.push(entry);
            told.push(format!("{} {} to {}", light.name(), from.number(self.setup.length), to.told(self.setup.length)));
        }
        after.levels = Scene::of(&after.setup).levels;
        let shown = self.lights(&mut after, Stops::ZERO, Stops::ZERO);
        let mut way = self.finish("Lights nearer, stop down", "nearer", &after, shown, Stops::ZERO);
        way.settings = format!("{} · {}", settings(self.camera, &set), told.join(", "));
        way.given_up = 0.8 + by.get() * 0.4;
        if let Some(room) = way.room.clone().filter(|_| !way.does) {
            way.verdict = Some(format!("{} short.", self.wish.gap(room.stops).number()));
            way.catch = "Nearer than half a metre no light is brought".to_owned();
        } else {
            way.catch = "Softer light that falls off faster; stands to move".to_owned();
        }
        Some(way)
    }
}

fn landing(stops: Stops) -> Landing {
    Landing { stops, shown: stops.shown(), code: grey_code(Reflectance::MID_GREY, stops) }
}

fn places(levels: &Levels) -> String {
    match (levels.room_level, levels.ground_level) {
        (Some(sitter), Some(ground)) if (sitter - ground).tenths() != 0 => format!("sitter {sitter}, ground {ground}"),
        (Some(level), _) | (None, Some(level)) => format!("sitter and ground {level}"),
        (None, None) => String::new(),
    }
}

/// What is in focus at the sitter: `26 cm`, `1.4 m`, `all beyond 2.1 m`.
fn focus(setup: &Setup) -> Option<String> {
    let camera = setup.camera.as_ref()?;
    let (focal, sitter, circle) = optics(camera)?;
    let depth = DepthOfField::of(focal, sitter, camera.exposure.aperture.exact(), circle);
    Some(match depth.total() {
        Some(total) if total < 0.1 => format!("{:.0} mm", total * 1000.0),
        Some(total) if total < 1.0 => format!("{:.0} cm", total * 100.0),
        Some(total) => format!("{total:.1} m"),
        None => format!("all beyond {:.1} m", depth.near),
    })
}

/// `ƒ1.4 to ƒ4, ISO 200 to 100`.
fn settings(camera: &Camera, set: &CameraSet) -> String {
    let (e, third) = (camera.exposure, Series::Third);
    let mut words = Vec::new();
    if set.aperture != e.aperture {
        words.push(format!("ƒ{} to ƒ{}", e.aperture.marking(third), set.aperture.marking(third)));
    }
    if set.shutter != e.shutter {
        words.push(format!("{} to {}", e.shutter.marking(third), set.shutter.marking(third)));
    }
    if set.iso != e.iso {
        words.push(format!("ISO {} to {}", e.iso.marking(third), set.iso.marking(third)));
    }
    if let Some(filters) = &set.filters {
        let names: Vec<&str> = filters.iter().map(|f| f.name.as_str()).collect();
        words.push(if names.is_empty() { "filter off".to_owned() } else { format!("{} on", names.join(" and ")) });
    }
    words.join(", ")
}

fn id(family: Family) -> String {
    const NAMES: [(u8, &str); 5] = [
        (Family::APERTURE, "aperture"),
        (Family::SHUTTER, "shutter"),
        (Family::HIGH_SPEED, "high_speed"),
        (Family::ISO, "iso"),
        (Family::FILTER, "filter"),
    ];
    let names: Vec<&str> = NAMES.iter().filter(|(bit, _)| family.has(*bit)).map(|(_, name)| *name).collect();
    if names.is_empty() { "as_set".to_owned() } else { names.join("_") }
}

fn name(family: Family, here: &Here, set: &CameraSet) -> String {
    let now = here.camera.exposure;
    let mut names = Vec::new();
    if family.has(Family::HIGH_SPEED) {
        names.push("high-speed sync".to_owned());
    }
    if family.has(Family::SHUTTER) {
        names.push(if set.shutter.tv() > now.shutter.tv() { "faster shutter" } else { "slower shutter" }.to_owned());
    }
    if family.has(Family::ISO) {
        names.push(if set.iso.sv() > now.iso.sv() { "raise ISO" } else { "lower ISO" }.to_owned());
    }
    if family.has(Family::FILTER) {
        let loss: f64 = set.filters.iter().flatten().map(|f| f.loss.get()).sum();
        names.push(if loss > 0.0 { format!("ND filter, {}", Stops::of(loss).size().replace(".0", "")) } else { "filter off".to_owned() });
    }
    if family.has(Family::APERTURE) {
        names.push(if set.aperture.av() > now.aperture.av() { "stop down" } else { "open up" }.to_owned());
    }
    match names.len() {
        0 => "As it is set".to_owned(),
        3 => "Mix of three".to_owned(),
        4 | 5 => "Mix of four".to_owned(),
        _ if names.len() == 2 && family.has(Family::FILTER) => capitalised(&names.join(", ")),
        _ => capitalised(&names.join(" and ")),
    }
}
