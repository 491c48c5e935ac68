//! The ground behind the sitter: what falls on it, how even it is, what tone it takes, and what gives the wished one.

use ink_lamp_light::{
    ambient::BLACK,
    field::{DVec3, Front, Honeycomb, Outline},
    measure::{Extent, Loss, Meters},
    meter::Amount,
    scale::{Reflectance, Stops, grey_code},
    shape::Grid,
};
use ink_lamp_sitting::{
    entry::{DialTurned, Entry, LightPlaced, LightRemoved},
    kit::PanelKind,
    role::{LightId, Role},
    setup::Setup,
    studio::{Bearing, GroundKind, GroundTone, LightPlace, PanelPlace, Point, Return, Studio},
};
use serde::Serialize;

use super::{
    contours::{self, Contour},
    stage::{Placed, Stage, Window},
};
use crate::{scene::Scene, words::uncapitalised};

/// A white ground lies this much over the sitter's exposure (common practice, no source: 0.5 to 1).
const WHITE_OVER: f64 = 0.7;
/// A tone of this many stops is full scale: `log2(1/0.18)`, told as 2.5.
const FULL_SCALE: f64 = 2.47;
/// What a white ground throws on the sitter's edges may come as near to the exposure as this (a judgement).
const WRAPS: f64 = -1.0;
/// Over a picture a ground is even where it varies by no more (a judgement).
const EVEN: f64 = 0.5;
/// Black paper or cloth.
const DARK: f64 = 0.03;

/// One light's part in the ground.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Spill {
    /// Which; none for what the room throws back and for its own light.
    pub light: Option<LightId>,
    /// Its role; the room's for what is no light.
    pub role: Role,
    /// `Key`, `Thrown back by the room`, `Room`.
    pub name: String,
    /// What a meter would read of it in the middle of the ground; none where nothing reaches it.
    pub level: Option<Stops>,
    /// The same as told: `−3.4`, `below −9`, `nothing`.
    pub shown: String,
}

/// What gives a wished tone, or does not.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GroundWay {
    /// What is to be done.
    pub words: String,
    /// What tone it leads to.
    pub tone: String,
    /// Whether that is what is wished.
    pub works: bool,
    /// What writes it, where entries do.
    pub entries: Vec<Entry>,
}

/// The ground as an elevation, seen from the sitter.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Elevation {
    /// Left, right, bottom and top of what is drawn, metres.
    pub left: f64,
    /// Right.
    pub right: f64,
    /// Bottom.
    pub bottom: f64,
    /// Top.
    pub top: f64,
    /// Cells from side to side.
    pub columns: u32,
    /// Tones row by row from the top, 8-bit sRGB.
    pub tones: Vec<u8>,
    /// Lines of equal tone, a half stop apart.
    pub contours: Vec<Contour>,
    /// What the picture shows of it.
    pub picture: PictureOfGround,
}

/// What the picture shows of the ground, metres.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PictureOfGround {
    /// Left.
    pub left: f64,
    /// Right.
    pub right: f64,
    /// Bottom.
    pub bottom: f64,
    /// Top.
    pub top: f64,
}

/// The ground.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GroundShown {
    /// What a meter would read there in all; none where nothing is known.
    pub light: Option<Stops>,
    /// The tone it takes: the light, by what the ground throws back against a mid-grey.
    pub tone: Option<Stops>,
    /// The tone as an 8-bit grey.
    pub code: u8,
    /// `Ground at −3.2: dark grey, even within 0.4 stop.`
    pub words: String,
    /// Brightest and darkest tone within the picture.
    pub range: Option<[Stops; 2]>,
    /// Lights that are not counted, because nothing is known of them.
    pub unknown: Vec<String>,
    /// The parts.
    pub spill: Vec<Spill>,
    /// What is wished.
    pub wish: Option<GroundTone>,
    /// Whether it is as wished.
    pub right: Option<bool>,
    /// What gives the wish.
    pub ways: Vec<GroundWay>,
    /// What a bright ground throws on the sitter's edges.
    pub wrap: Option<String>,
}

/// The level in the middle of the ground behind the sitter, of every light that is known, the room's own and what it throws back.
pub(crate) fn total(stage: &Stage) -> Option<Amount> {
    let middle = middle(stage)?;
    Some(at(stage, middle, |_| true))
}

fn at(stage: &Stage, point: DVec3, counts: impl Fn(&Placed) -> bool) -> Amount {
    let lights = stage.lights.iter().filter(|l| counts(l));
    lights.fold(stage.room_ground.and(stage.returned_amount()), |sum, l| sum.and(stage.amount(l, point, DVec3::Z)))
}

/// The same for many points at once; `back` is what is everywhere.
fn drawn(stage: &Stage, point: DVec3, back: Amount) -> Amount {
    let of = |l: &Placed| l.amount.map_or(Amount::NONE, |a| a.times(stage.drawn_on(l, point, DVec3::Z)));
    stage.lights.iter().fold(back, |sum, l| sum.and(of(l)))
}

/// The middle of what the picture shows of the ground, at the height of the face where that is in it.
fn middle(stage: &Stage) -> Option<DVec3> {
    let window = stage.ground_window()?;
    Some(DVec3::new(f64::midpoint(window.left, window.right), stage.face.y.clamp(window.low, window.high), window.z))
}

/// How far the picture shows past paper or cloth, in words; nothing where it is wide enough, or is the wall.
pub(crate) fn too_narrow(stage: &Stage) -> Option<String> {
    let ground = stage.studio.ground.filter(|g| g.kind == GroundKind::Paper)?;
    stage.field?;
    let (window, half) = (stage.picture_at_ground()?, ground.width.get() / 2.0);
    let sides = match (window.left < -half, window.right > half) {
        (true, true) => "on both sides",
        (true, false) => "on the left",
        (false, true) => "on the right",
        (false, false) => return None,
    };
    let told = |metres: f64| Some(Meters::new(metres).ok()?.told(stage.setup.length));
    let (paper, picture) = (told(ground.width.get())?, told(window.right - window.left)?);
    Some(format!(
        "The picture is {picture} wide at the ground, the paper {paper}: its edge shows {sides}. Sitter and camera nearer to it, a longer lens, or wider paper."
    ))
}

/// From light to tone.
fn tone_of(light: Amount, studio: &Studio) -> Option<Stops> {
    Some(light.level()? + over_grey(studio)?)
}

/// What the ground throws back against a mid-grey.
fn over_grey(studio: &Studio) -> Option<Stops> {
    Some(Stops::of((studio.ground?.reflectance.get() / Reflectance::MID_GREY.get()).log2()))
}

fn told(tone: Option<Stops>) -> String {
    match tone {
        None => "black".to_owned(),
        Some(t) if t.get() < -9.0 => "below −9".to_owned(),
        Some(t) => t.shown(),
    }
}

/// `dark grey`.
fn tone_words(tone: Option<Stops>) -> &'static str {
    match tone.map_or(-20.0, Stops::get) {
        t if t < BLACK.get() => "black",
        t if t < -1.5 => "dark grey",
        t if t < 0.8 => "grey",
        t if t < FULL_SCALE => "light grey",
        _ => "white",
    }
}

/// Whether a tone, and the light for it, are what is wished.
fn is_right(wish: GroundTone, tone: Option<Stops>, range: Option<[Stops; 2]>) -> bool {
    let (darkest, brightest) = (range.map(|r| r[0]), range.map(|r| r[1]));
    match wish {
        GroundTone::Black => brightest.or(tone).is_none_or(|t| t < BLACK),
        GroundTone::Grey { level } => tone.is_some_and(|t| (t - level).tenths().abs() <= 3),
        GroundTone::White => darkest.or(tone).is_some_and(|t| t.get() >= FULL_SCALE - 0.15),
    }
}

/// What the ground's lights are to read together for a wish, incident, in stops.
fn wanted(wish: GroundTone, studio: &Studio) -> Option<Stops> {
    let by = over_grey(studio)?;
    match wish {
        GroundTone::Black => None,
        GroundTone::Grey { level } => Some(level - by),
        GroundTone::White => Some(Stops::of((FULL_SCALE - by.get()).max(WHITE_OVER))),
    }
}

/// What the first ground light alone is to read, room included: the wish without what the other lights spill.
pub(crate) fn target(stage: &Stage) -> Option<Stops> {
    let want = wanted(stage.setup.ground_tone?, &stage.studio)?;
    let spill = at(stage, middle(stage)?, |l| l.role != Role::Ground).without(stage.room_ground);
    Amount::at(want).without(spill).level().filter(|l| l.get() > -6.5)
}

/// The ground's tones over what the picture shows: darkest and brightest.
fn range(stage: &Stage, window: Window) -> Option<[Stops; 2]> {
    let (mut low, mut high) = (f64::MAX, f64::MIN);
    let back = stage.room_ground.and(stage.returned_amount());
    for i in 0..20 {
        let point = window.at(f64::from(i % 5) / 4.0, f64::from(i / 5) / 3.0);
        let tone = tone_of(drawn(stage, point, back), &stage.studio)?.get();
        (low, high) = (low.min(tone), high.max(tone));
    }
    Some([Stops::of(low), Stops::of(high)])
}

/// With the ways to the wish where `all` is said; else only the first that is looked for: the distance, or the ground light.
pub(crate) fn shown(stage: &Stage, all: bool) -> Option<GroundShown> {
    stage.studio.ground?;
    let (window, middle) = (stage.ground_window()?, middle(stage)?);
    let light = at(stage, middle, |_| true);
    let tone = tone_of(light, &stage.studio);
    let range = range(stage, window);
    let mut spill: Vec<Spill> = stage
        .lights
        .iter()
        .filter(|l| l.amount.is_some())
        .map(|l| {
            let of = &stage.setup.lights[l.index];
            part(Some(of.id.clone()), l.role, of.name(), stage.amount(l, middle, DVec3::Z))
        })
        .collect();
    if stage.surfaces.is_some() {
        spill.push(part(None, Role::Room, "Thrown back by the room".to_owned(), stage.returned_amount()));
    }
    if stage.room_ground.get() > 0.0 {
        spill.push(part(None, Role::Room, "Room".to_owned(), stage.room_ground));
    }
    spill.sort_by(|a, b| b.level.map_or(f64::MIN, Stops::get).total_cmp(&a.level.map_or(f64::MIN, Stops::get)));
    let unknown: Vec<String> = stage.lights.iter().filter(|l| l.amount.is_none()).map(|l| stage.setup.lights[l.index].name()).collect();
    let wish = stage.setup.ground_tone;
    let right = wish.map(|w| is_right(w, tone, range));
    let known = stage.lights.iter().any(|l| l.amount.is_some());
    let even = range.map_or_else(String::new, |[low, high]| {
        let by = high - low;
        // In black nobody sees it.
        if high < BLACK || by.get() <= 0.05 {
            String::new()
        } else if by.get() <= EVEN {
            format!(", even within {}", by.size())
        } else {
            format!(", uneven by {}", by.size())
        }
    });
    let wished =
        stage.lights.iter().find(|l| l.as_wished).map_or_else(String::new, |l| format!(", the {} taken as on its target", stage.name(l)));
    let words = if known {
        format!("Ground at {}: {}{even}{wished}.", told(tone), tone_words(tone))
    } else {
        "Read a light, or say its unit, and the ground is told.".to_owned()
    };
    let ways = wish.filter(|_| known).map_or_else(Vec::new, |w| ways(stage, w, all));
    Some(GroundShown {
        light: light.level(),
        tone,
        code: tone.map_or(0, |t| grey_code(Reflectance::MID_GREY, t)),
        words,
        range,
        unknown,
        spill,
        wish,
        right,
        ways,
        wrap: wrap(stage, light),
    })
}

fn part(light: Option<LightId>, role: Role, name: String, amount: Amount) -> Spill {
    let level = amount.level();
    let shown = level.map_or_else(|| "nothing".to_owned(), |l| told(Some(l)));
    Spill { light, role, name, level, shown }
}

/// What a lit ground throws on the edges of the sitter, as an even front of what is lit of it.
fn wrap(stage: &Stage, light: Amount) -> Option<String> {
    let (ground, tone) = (stage.studio.ground?, tone_of(light, &stage.studio)?);
    if tone.get() < 1.0 {
        return None;
    }
    let outline = Outline::Rectangle { width: ground.width.get().min(2.7), height: 2.4 };
    let front = Front::new(DVec3::new(0.0, 1.2, -ground.behind.get()), DVec3::Z, DVec3::Y, outline);
    let back = light.times(ground.reflectance.get() / std::f64::consts::PI * front.per_luminance(stage.face, DVec3::NEG_Z)).level()?;
    Some(if back.get() > WRAPS {
        format!(
            "It throws {back} on the sitter’s edges: it wraps and fogs the lens. Farther from the ground, less of it lit, or dark panels beside."
        )
    } else {
        format!("It throws {back} on the sitter’s edges: no wrap.")
    })
}

/// What the ground comes to in a setup: its tone, and whether that is what is wished.
fn outcome(setup: &Setup) -> Option<(Option<Stops>, bool)> {
    let stage = Scene::of(setup).stage;
    let tone = tone_of(total(&stage)?, &stage.studio);
    let range = range(&stage, stage.ground_window()?);
    Some((tone, setup.ground_tone.is_some_and(|w| is_right(w, tone, range))))
}

/// A setup after entries; none where one of them can't be.
fn applied(setup: &Setup, entries: &[Entry]) -> Option<Setup> {
    entries.iter().try_fold(setup.clone(), |s, e| s.apply(e).ok())
}

/// The outcome after entries, with the same readings.
fn after(stage: &Stage, entries: &[Entry]) -> Option<(Option<Stops>, bool)> {
    outcome(&applied(stage.setup, entries)?)
}

fn way(stage: &Stage, words: String, entries: Vec<Entry>) -> Option<GroundWay> {
    let (tone, works) = after(stage, &entries)?;
    Some(GroundWay { words, tone: told(tone), works, entries })
}

fn ways(stage: &Stage, wish: GroundTone, all: bool) -> Vec<GroundWay> {
    let mut ways: Vec<GroundWay> = Vec::new();
    match wish {
        GroundTone::Black => ways.extend(to_black(stage, wish, all)),
        GroundTone::Grey { .. } | GroundTone::White => {
            ways.extend(by_ground_light(stage, wish));
            ways.extend(farther(stage, wish));
            if all {
                ways.extend(repainted(stage, wish));
                if ways.iter().all(|w| !w.works) {
                    ways.extend(gridded(stage));
                    ways.extend(flagged(stage));
                }
            }
        }
    }
    // What does the job first.
    ways.sort_by_key(|w| !w.works);
    ways
}

/// Without its own light first: a ground that is lit on purpose is not black. Then one thing, and where none is enough, all of them.
fn to_black(stage: &Stage, wish: GroundTone, all: bool) -> Vec<GroundWay> {
    let removal = |l: &&Placed| Entry::LightRemoved(LightRemoved { light: stage.setup.lights[l.index].id.clone() });
    let off: Vec<Entry> = stage.lights.iter().filter(|l| l.role == Role::Ground).map(|l| removal(&l)).collect();
    let Some(dark) = applied(stage.setup, &off) else { return Vec::new() };
    let without = Scene::of(&dark).stage;
    let mut ways: Vec<GroundWay> = Vec::new();
    if !off.is_empty() {
        ways.extend(way(stage, "Take the ground light away.".to_owned(), off.clone()));
    }
    if ways.iter().all(|w| !w.works) {
        let mut more: Vec<GroundWay> = farther(&without, wish).into_iter().collect();
        if all {
            more.extend(gridded(&without));
            more.extend(flagged(&without));
            more.extend(darker(&without));
            if more.iter().all(|w| !w.works) {
                more.extend(everything(&without));
            }
        }
        for way in &mut more {
            if !off.is_empty() {
                way.words = format!("Ground light away, and {}", uncapitalised(&way.words));
                // A grid is put on by hand: what is not written as a whole is not written.
                if !way.entries.is_empty() {
                    way.entries.splice(0..0, off.iter().cloned());
                }
            }
        }
        ways.extend(more);
    }
    ways
}

/// Black cloth, then grids on all lights, then as far as the room goes: as much of it as is needed.
fn everything(stage: &Stage) -> Option<GroundWay> {
    let wish = stage.setup.ground_tone?;
    let mut setup = stage.setup.clone();
    let mut words: Vec<String> = Vec::new();
    if let Some(black) = darker(stage).and_then(|w| applied(&setup, &w.entries)) {
        setup = black;
        words.push("black cloth".to_owned());
    }
    let bare: Vec<usize> = stage.lights.iter().map(|l| l.index).filter(|i| setup.lights[*i].rig.grid.is_none()).collect();
    if !bare.is_empty() {
        for index in &bare {
            setup.lights[*index].rig.grid = Some(Grid { angle: None, loss: Loss::NONE });
        }
        words.push(format!("grids of {:.0}° on all lights", Honeycomb::USUAL));
    }
    let (mut tone, mut works) = outcome(&setup)?;
    if !works {
        let far = farther(&Scene::of(&setup).stage, wish);
        if let Some(far) = far {
            words.push(uncapitalised(far.words.trim_end_matches('.')));
            if let Some(then) = applied(&setup, &far.entries) {
                (tone, works) = outcome(&then)?;
            }
        }
    }
    Some(GroundWay { words: format!("All together: {}.", words.join(", ")), tone: told(tone), works, entries: Vec::new() })
}

/// Sitter, camera and lights go forward together, or the ground goes back.
fn farther(stage: &Stage, wish: GroundTone) -> Option<GroundWay> {
    let studio = &stage.studio;
    let now = studio.ground?.behind.get();
    let room = studio.walls.map_or(12.0, |w| w.behind.get().max(now) + (w.before.get() - stage.camera.z).max(0.0));
    let moved = |behind: f64| {
        let mut to = studio.clone();
        if let Some(ground) = &mut to.ground {
            ground.behind = Meters::new((behind * 100.0).round() / 100.0).ok()?;
        }
        // The wall goes with it where the ground is the wall, or would stand in it.
        if let Some(walls) = &mut to.walls {
            let back = (behind - walls.behind.get()).max(0.0);
            walls.behind = Meters::new(walls.behind.get() + back).ok()?;
            walls.before = Meters::new((walls.before.get() - back).max(0.05)).ok()?;
        }
        Some(to)
    };
    // Ground lights stay with the ground.
    let entries = |behind: f64| {
        let mut list = vec![Entry::Studio(Box::new(moved(behind)?))];
        list.extend(stage.lights.iter().filter(|l| l.role == Role::Ground).filter_map(|l| {
            let light = &stage.setup.lights[l.index];
            let shift = |p: Point| Point::near(p.vector() + DVec3::Z * (now - behind));
            let place = light.place?;
            let place = LightPlace { at: shift(place.at), aim: place.aim.map(shift), ..place };
            Some(Entry::Placed(LightPlaced { light: light.id.clone(), place: Some(place), around: None }))
        }));
        Some(list)
    };
    let does = |behind: f64| entries(behind).and_then(|e| after(stage, &e));
    if stage.setup.ground_tone.is_none() || after(stage, &[]).is_some_and(|(_, right)| right) || wish == GroundTone::White {
        return None;
    }
    let limit = room.min(12.0);
    if limit <= now + 0.05 {
        return None;
    }
    let (tone, enough) = does(limit)?;
    if !enough {
        let far = Meters::new(limit).ok()?.told(stage.setup.length);
        return Some(GroundWay {
            words: format!("Farther from the ground: as far as the room goes, {far}, is not enough."),
            tone: told(tone),
            works: false,
            entries: Vec::new(),
        });
    }
    let (mut near, mut far) = (now, limit);
    for _ in 0..12 {
        let middle = f64::midpoint(near, far);
        if does(middle).is_some_and(|(_, right)| right) { far = middle } else { near = middle }
    }
    let behind = (far * 20.0).ceil() / 20.0;
    let told_far = Meters::new(behind).ok()?.told(stage.setup.length);
    way(stage, format!("Sitter, camera and lights {told_far} from the ground."), entries(behind)?)
}

/// The light that spills most, but for the ground's own.
fn worst<'a>(stage: &'a Stage) -> Option<&'a Placed> {
    let middle = middle(stage)?;
    let of = |l: &Placed| stage.amount(l, middle, DVec3::Z).get();
    stage.lights.iter().filter(|l| l.role != Role::Ground && of(l) > 0.0).max_by(|a, b| of(a).total_cmp(&of(b)))
}

/// A grid on what spills most. What it takes on its axis is turned up again.
fn gridded(stage: &Stage) -> Option<GroundWay> {
    let light = worst(stage)?;
    let of = &stage.setup.lights[light.index];
    if of.rig.grid.is_some() {
        return None;
    }
    let mut setup = stage.setup.clone();
    let rig = &mut setup.lights[light.index].rig;
    rig.grid = Some(Grid { angle: None, loss: Loss::NONE });
    let (tone, works) = outcome(&setup)?;
    let words = format!("A grid of {:.0}° on the {}, turned up by what it takes.", Honeycomb::USUAL, stage.name(light));
    Some(GroundWay { words, tone: told(tone), works, entries: Vec::new() })
}

/// A dark panel between what spills most and the ground, that leaves the face its light and stays out of the picture: of some places the one
/// that takes the most.
fn flagged(stage: &Stage) -> Option<GroundWay> {
    let (light, middle) = (worst(stage)?, middle(stage)?);
    if stage.studio.panels.len() >= 8 {
        return None;
    }
    let front = &light.stood.emitter.front;
    let out = if front.at.x < 0.0 { -1.0 } else { 1.0 };
    let places = (2..=8).flat_map(|i| [0.0, 0.3, 0.6].map(|aside| front.at.lerp(middle, f64::from(i) / 10.0) + DVec3::X * (out * aside)));
    let flags = places.filter_map(|p| {
        let panel = PanelPlace {
            kind: PanelKind::Flag,
            at: Point::near(DVec3::new(p.x, p.y.max(1.0), p.z)),
            width: Extent::constant(1.2),
            height: Extent::constant(2.0),
            facing: Bearing::of(front.at - p),
        };
        let mut studio = stage.studio.clone();
        studio.panels.push(panel);
        let seen = panel.front().edge().iter().any(|c| stage.in_picture(*c)) || stage.in_picture(panel.at.vector());
        let free = !seen && studio.passes(front, stage.face) >= 1.0;
        let left = stage.amount(light, middle, DVec3::Z).times(studio.passes(front, middle)).get();
        free.then_some((studio, left))
    });
    let (studio, _) = flags.min_by(|a, b| a.1.total_cmp(&b.1))?;
    way(stage, format!("A flag of 1.2 x 2 m between the {} and the ground.", stage.name(light)), vec![Entry::Studio(Box::new(studio))])
}

fn darker(stage: &Stage) -> Option<GroundWay> {
    let mut studio = stage.studio.clone();
    let ground = studio.ground.as_mut().filter(|g| g.reflectance.get() > DARK * 1.5)?;
    ground.reflectance = Return::new(DARK).ok()?;
    ground.kind = GroundKind::Paper;
    way(stage, "Black paper or cloth instead.".to_owned(), vec![Entry::Studio(Box::new(studio))])
}

/// Another paper under the same light, for a grey.
fn repainted(stage: &Stage, wish: GroundTone) -> Option<GroundWay> {
    let (GroundTone::Grey { level }, tone) = (wish, tone_of(total(stage)?, &stage.studio)?) else { return None };
    let mut studio = stage.studio.clone();
    let ground = studio.ground.as_mut()?;
    let now = ground.reflectance.get();
    let then = (now * (level - tone).get().exp2() * 100.0).round() / 100.0;
    // What paper and paint there is, from black to white; and a change that is worth a roll.
    if !(DARK..=0.85).contains(&then) || (level - tone).tenths().abs() < 2 {
        return None;
    }
    ground.reflectance = Return::new(then).ok()?;
    ground.kind = GroundKind::Paper;
    let words = format!("Paper or cloth that throws back {:.0} % instead of {:.0} %.", then * 100.0, now * 100.0);
    way(stage, words, vec![Entry::Studio(Box::new(studio))])
}

/// The ground light's dial.
fn by_ground_light(stage: &Stage, wish: GroundTone) -> Option<GroundWay> {
    let Some(light) = stage.first(Role::Ground) else {
        let words = "A ground light of its own: add one, put it 1 to 1.5 m from the ground.".to_owned();
        return Some(GroundWay { words, tone: "not there yet".to_owned(), works: false, entries: Vec::new() });
    };
    let of = &stage.setup.lights[light.index];
    // Not to be taken for the ground itself.
    let name = stage.name(light).replacen("ground", "ground light", 1);
    let want = wanted(wish, &stage.studio)?;
    let others = at(stage, middle(stage)?, |l| l.index != light.index);
    let need = Amount::at(want).without(others);
    let Some((amount, need)) = light.amount.zip(need.level()) else {
        let words = if need.get() > 0.0 {
            format!("The {name}: read it, or say its unit, and its dial is told.")
        } else {
            format!("Without the {name} there is more light on the ground than is wished: farther away, or hold the others off it.")
        };
        return Some(GroundWay { words, tone: told(tone_of(others, &stage.studio)), works: false, entries: Vec::new() });
    };
    let share = stage.share(light, middle(stage)?, DVec3::Z);
    let now = amount.times(share).level()?;
    let by = need - now;
    let Some((unit, power)) = of.unit.as_ref().zip(of.power()) else {
        let way = if by.get() >= 0.0 { "up" } else { "down" };
        return Some(GroundWay {
            words: format!("The {name} {way} {}.", by.size()),
            tone: told(Some(want)),
            works: true,
            entries: Vec::new(),
        });
    };
    let dial = unit.scale.nearest(power + by).dial;
    let written = unit.scale.write(dial);
    way(stage, format!("The {name} at {written}."), vec![Entry::Dial(DialTurned { light: of.id.clone(), dial: written })])
}

/// The ground as it is seen from the sitter, with its tones.
pub(super) fn elevation(stage: &Stage) -> Option<Elevation> {
    const COLUMNS: u32 = 48;
    let (ground, window) = (stage.studio.ground?, stage.picture_at_ground()?);
    let half = (ground.width.get() / 2.0).min(4.0);
    let top = stage.studio.walls.map_or(2.7, |w| w.ceiling.get()).max(window.high.min(4.0));
    let (left, right) = (-half, half);
    let cell = (right - left) / f64::from(COLUMNS);
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "a few dozen rows")]
    let rows = ((top / cell).ceil() as u32).max(2);
    let back = stage.room_ground.and(stage.returned_amount());
    let tone = |x: f64, y: f64| tone_of(drawn(stage, DVec3::new(x, y, window.z), back), &stage.studio).map_or(-20.0, Stops::get).max(-20.0);
    let mut tones = Vec::new();
    for row in 0..rows {
        for column in 0..COLUMNS {
            let (x, y) = (left + (f64::from(column) + 0.5) * cell, top - (f64::from(row) + 0.5) * top / f64::from(rows));
            tones.push(tone(x, y));
        }
    }
    let levels: Vec<f64> = (-10..=6).map(|i| f64::from(i) / 2.0).collect();
    let grid = contours::Grid {
        left: left + cell / 2.0,
        bottom: top / f64::from(rows) / 2.0,
        across: cell,
        up: top / f64::from(rows),
        columns: COLUMNS as usize,
        rows: rows as usize,
    };
    // Rows of the drawing go down, those of the grid go up.
    let upward: Vec<f64> = tones.chunks(COLUMNS as usize).rev().flatten().copied().collect();
    Some(Elevation {
        left,
        right,
        bottom: 0.0,
        top,
        columns: COLUMNS,
        contours: grid.lines(&upward, &levels),
        tones: tones.iter().map(|t| grey_code(Reflectance::MID_GREY, Stops::of(*t))).collect(),
        picture: PictureOfGround { left: window.left, right: window.right, bottom: window.low, top: window.high },
    })
}
