use crate::scene::Scene;
use ink_lamp_light::scale::fnumber;
use ink_lamp_light::{
    ambient::RoomWish,
    meter::{Exposure, Reading},
    scale::{FNumber, Series, Step, Stops},
};
use ink_lamp_sitting::{
    light::{Because, Held, Light, Standing},
    role::Role,
    setup::Setup,
};
use serde::Serialize;

use super::{
    Face, TOLERANCE_TENTHS,
    energy::{self, EnergyShown},
    levels::Levels,
    moves::Pick,
};
use crate::place::{Stage, level_on_ground};

/// A lane of the ladder: one step of the work.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Lane {
    /// `room`, `camera`, a light's id, `whole` or `frame`.
    pub id: String,
    /// What kind of step it is.
    pub kind: LaneKind,
    /// The light's role, or the room's.
    pub role: Option<Role>,
    /// As it is said: `Fill`.
    pub name: String,
    /// Its number on the rail, from 1.
    pub number: u8,
    /// How it stands.
    pub state: LaneState,
    /// The same in words: `0.7 over`.
    pub words: String,
    /// What was read, or is likely by now.
    pub reading: Option<Mark>,
    /// The room where the wish does not look, at the sitter or at the ground; on the ground's lane what lies there in all.
    pub other: Option<OtherPlace>,
    /// Whether the reading was carried along and is only likely.
    pub likely: bool,
    /// After a move: that its reading was carried along, and how far off that may be.
    pub carried: Option<String>,
    /// What it will likely read, before a reading holds.
    pub guess: Option<GuessShown>,
    /// The wished level.
    pub target: Option<Mark>,
    /// What lies between them.
    pub gap: Option<Gap>,
    /// Where the next move puts it.
    pub after: Option<Mark>,
    /// The line that a removed room must stay below.
    pub floor: Option<Floor>,
    /// Lit side and shadow side, on the lane of the whole.
    pub face: Option<Face>,
    /// What stands at the lane's foot.
    pub foot: Foot,
    /// The unit's dial, where it is known.
    pub dial: Option<DialShown>,
    /// What the unit has left, where it is known.
    pub energy: Option<EnergyShown>,
}

/// A second level on a lane.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OtherPlace {
    /// Which: `sitter`, `ground`, or `in all`.
    pub place: String,
    /// Where it lies there.
    pub mark: Mark,
}

/// A likely level, and how far off it may be.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GuessShown {
    /// Where.
    pub mark: Mark,
    /// Either way.
    pub within: Stops,
    /// `likely −0.4 ±1.0`.
    pub words: String,
    /// From what it is told: `from the rated energy`, `from 3 readings of Taper 400 in Octa 90`.
    pub from: String,
}

/// What kind of step a lane is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum LaneKind {
    /// The room's light.
    Room,
    /// The camera, and the scale itself.
    Camera,
    /// A light.
    Light,
    /// All lights together.
    Whole,
    /// The test frame.
    Frame,
}

/// How a lane stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum LaneState {
    /// Nothing is known of it.
    Untouched,
    /// Decided, not yet read.
    Set,
    /// Read, with nothing to hold it against.
    Measured,
    /// Changed since it was read.
    ReadAgain,
    /// Over its wish.
    Over,
    /// Under its wish.
    Under,
    /// Within a tenth of its wish.
    OnTarget,
    /// The room is gone.
    Removed,
    /// The room shows as wished.
    Kept,
}

/// A level on the ladder.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Mark {
    /// Stops against the exposure.
    pub stops: Stops,
    /// As written: `−0.9`.
    pub shown: String,
    /// What the meter reads there.
    pub aperture: FNumber,
}

impl Mark {
    pub(super) fn at(level: Stops, exposure: Exposure) -> Self {
        Self { stops: level, shown: level.shown(), aperture: fnumber(Reading::av_for(level, exposure)) }
    }
}

/// What lies between a reading and its wish.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Gap {
    /// Over (+) or under (−).
    pub stops: Stops,
    /// Its size: `0.7`.
    pub shown: String,
    /// Which way to go.
    pub way: Way,
}

/// Which way to go.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Way {
    /// More light.
    Up,
    /// Less light.
    Down,
}

/// A line that must not be passed.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Floor {
    /// Where.
    pub stops: Stops,
    /// `remove: below −5`.
    pub words: String,
}

/// What stands at a lane's foot.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Default)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Foot {
    /// First line: the setting. Empty where there is none; the second line then has the room of two.
    pub strong: String,
    /// Second line: the unit, or what is to be done.
    pub plain: String,
    /// Second line instead, while a move is pending: `→ 1/16 +0.3`.
    pub pending: Option<String>,
    /// Third line: the modifier, with its grid and gels.
    pub third: String,
    /// Group and channel: `A · ch 1`.
    pub trigger: Option<String>,
}

/// A unit's dial.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DialShown {
    /// As it is set.
    pub now: String,
    /// One step up; none at full power.
    pub up: Option<String>,
    /// One step down; none at the lowest.
    pub down: Option<String>,
}

pub(super) fn lanes(scene: &Scene, pick: &Pick, face: Option<&Face>) -> Vec<Lane> {
    let (setup, levels) = (scene.setup, &scene.levels);
    let mut lanes = vec![room(setup, levels), camera(setup)];
    lanes.extend((0..setup.lights.len()).map(|i| light(setup, levels, i, pick)));
    on_ground(levels, scene.placed(), &mut lanes);
    lanes.push(whole(scene, face));
    lanes.push(frame(setup));
    for (lane, number) in lanes.iter_mut().zip(1u8..) {
        lane.number = number;
    }
    lanes
}

fn bare(id: &str, kind: LaneKind, name: &str) -> Lane {
    Lane {
        id: id.to_owned(),
        kind,
        role: None,
        name: name.to_owned(),
        number: 0,
        state: LaneState::Untouched,
        words: "untouched".to_owned(),
        reading: None,
        other: None,
        likely: false,
        carried: None,
        guess: None,
        target: None,
        gap: None,
        after: None,
        floor: None,
        face: None,
        foot: Foot::default(),
        dial: None,
        energy: None,
    }
}

/// What lies on the ground in all, on the lane of its first light: with places the others' spill and what the room throws back count.
fn on_ground(levels: &Levels, stage: Option<&Stage>, lanes: &mut [Lane]) {
    let (Some(e), Some(level)) = (levels.exposure, stage.and_then(level_on_ground)) else { return };
    if let Some(lane) = lanes.iter_mut().find(|l| l.role == Some(Role::Ground)) {
        lane.other = Some(OtherPlace { place: "in all".to_owned(), mark: Mark::at(level, e) });
    }
}

fn whole_number(level: Stops) -> String {
    level.shown().trim_end_matches(".0").to_owned()
}

/// The state and words of a reading against a wish, and the gap.
fn against(gap: Stops, step: Step) -> (LaneState, String, Option<Gap>) {
    let told = |way| Some(Gap { stops: gap, shown: step.number(gap), way });
    match gap.tenths() {
        t if t.abs() <= TOLERANCE_TENTHS => (LaneState::OnTarget, "on target".to_owned(), None),
        t if t > 0 => (LaneState::Over, format!("{} over", step.number(gap)), told(Way::Down)),
        _ => (LaneState::Under, format!("{} under", step.number(gap)), told(Way::Up)),
    }
}

fn room(setup: &Setup, levels: &Levels) -> Lane {
    let mut lane = bare("room", LaneKind::Room, "Room");
    lane.role = Some(Role::Room);
    let wish = setup.room.wish;
    let level = wish.level();
    let (strong, plain) = match wish {
        RoomWish::Remove(_) => ("Remove", format!("below {}", whole_number(level))),
        RoomWish::Keep(_) => ("Keep", format!("at {level}")),
    };
    lane.foot = Foot { strong: strong.to_owned(), plain, pending: None, ..Foot::default() };
    if matches!(wish, RoomWish::Remove(_)) {
        lane.floor = Some(Floor { stops: level, words: format!("remove: below {}", whole_number(level)) });
    } else if let Some(e) = levels.exposure {
        lane.target = Some(Mark::at(level, e));
    }
    if setup.room.said {
        (lane.state, lane.words) = (LaneState::Set, "set".to_owned());
    }
    match (levels.wished_room, levels.exposure, setup.room.reading.or(setup.room.ground)) {
        (Some(room), Some(e), _) => {
            lane.reading = Some(Mark::at(room, e));
            lane.other = other_place(setup, levels, room, e);
            let gap = wish.gap(room);
            (lane.state, lane.words, lane.gap) = match wish {
                RoomWish::Remove(_) if wish.is_right(room) => (LaneState::Removed, "removed".to_owned(), None),
                RoomWish::Keep(_) if wish.is_right(room) => (LaneState::Kept, "kept".to_owned(), None),
                // A line is a line: one tenth over it is over.
                RoomWish::Remove(_) => {
                    (LaneState::Over, format!("{} over", gap.number()), Some(Gap { stops: gap, shown: gap.number(), way: Way::Down }))
                }
                RoomWish::Keep(_) => against(gap, setup.schools.step),
            };
        }
        (_, _, Some(reading)) => {
            lane.state = LaneState::Measured;
            lane.words = format!("reads {}", reading.shows);
        }
        _ => {}
    }
    lane
}

/// The room where the wish does not look, once both places were read.
fn other_place(setup: &Setup, levels: &Levels, wished: Stops, e: Exposure) -> Option<OtherPlace> {
    let (sitter, ground) = levels.room_level.zip(levels.ground_level).filter(|_| setup.room.ground.is_some())?;
    let keeps = matches!(setup.room.wish, RoomWish::Keep(_));
    let (place, level) = if keeps || wished > sitter { ("sitter", sitter) } else { ("ground", ground) };
    Some(OtherPlace { place: place.to_owned(), mark: Mark::at(level, e) })
}

fn camera(setup: &Setup) -> Lane {
    let mut lane = bare("camera", LaneKind::Camera, "Camera");
    if let Some(camera) = &setup.camera {
        lane.state = LaneState::Set;
        lane.words = "set".to_owned();
        let filter = camera.exposure.filter;
        lane.foot = Foot {
            strong: format!("{} s", camera.exposure.shutter.marking(Series::Third)),
            plain: camera.sync.map_or_else(
                || format!("ISO {}", camera.exposure.iso.marking(Series::Third)),
                |s| format!("sync {}", s.marking(Series::Third)),
            ),
            third: if filter.is_zero() { String::new() } else { format!("filter −{}", filter.number()) },
            ..Foot::default()
        };
    } else {
        lane.foot = Foot { strong: String::new(), plain: "set it".to_owned(), pending: None, ..Foot::default() };
    }
    lane
}

fn light(setup: &Setup, levels: &Levels, index: usize, pick: &Pick) -> Lane {
    let light = &setup.lights[index];
    let level = &levels.lights[index];
    let mut lane = bare(light.id.as_str(), LaneKind::Light, &light.name());
    lane.role = Some(light.role);
    let mark = |stops: Stops| levels.exposure.map(|e| Mark::at(stops, e));
    lane.target = levels.targets[index].and_then(mark);
    // What is no longer true is not drawn where a guess says more.
    lane.reading = level.total.or(level.stale.filter(|_| level.guess.is_none())).and_then(mark);
    // No ordinary meter reads what pulses through a travelling curtain, or a burn that another time cuts: that is worked out.
    let shutter = !setup.shutter_loss(light, light.reading.as_ref()).is_zero();
    lane.likely = light.reading.as_ref().is_some_and(|h| !h.is_measured() || shutter);
    lane.guess = level.guess.and_then(|(at, within)| Some(guess_shown(light, mark(at)?, within)));
    let within = light.reading.as_ref().and_then(Held::within);
    lane.carried = within.map(|w| format!("moved since it was read: carried along by its front, ±{}", w.number()));
    lane.energy = energy::of(setup, light);
    lane.after = pick.after.as_ref().filter(|(id, _)| *id == light.id).and_then(|(_, stops)| mark(*stops));
    (lane.state, lane.words, lane.gap) = light_state(setup, levels, index);
    lane.foot = foot(light, pick);
    lane.dial = light.unit.as_ref().zip(light.dial).map(|(unit, dial)| DialShown {
        now: unit.scale.write(dial),
        up: unit.scale.up(dial).map(|d| unit.scale.write(d)),
        down: unit.scale.down(dial).map(|d| unit.scale.write(d)),
    });
    lane
}

fn guess_shown(light: &Light, mark: Mark, within: Stops) -> GuessShown {
    let words = format!("likely {} ±{}", mark.shown, within.number());
    let from = match (light.rig.calibration, &light.unit) {
        (Some(learnt), Some(unit)) => {
            let readings = if learnt.count == 1 { "one reading".to_owned() } else { format!("{} readings", learnt.count) };
            let inside = light.modifier.as_ref().map(|m| format!(" in {m}")).unwrap_or_default();
            format!("from {readings} of {}{inside}, spread {}", unit.name, learnt.spread.number())
        }
        (None, Some(unit)) if unit.rated.is_none() => "from its guide number, never read in this modifier".to_owned(),
        _ => "from its rated energy, never read in this modifier".to_owned(),
    };
    GuessShown { mark, within, words, from }
}

fn light_state(setup: &Setup, levels: &Levels, index: usize) -> (LaneState, String, Option<Gap>) {
    let light = &setup.lights[index];
    let level = &levels.lights[index];
    let step = setup.schools.step;
    let again = |words: &str| (LaneState::ReadAgain, words.to_owned(), None);
    let told = |state, words: String| (state, words, None);
    match &light.reading {
        None if levels.targets[index].is_some() || light.target.is_some() || light.unit.is_some() => told(LaneState::Set, "set".to_owned()),
        None => told(LaneState::Untouched, "untouched".to_owned()),
        Some(_) if !level.tangled.is_empty() => again("read the others"),
        Some(Held { standing: Standing::Stale { .. }, .. }) => again("read again"),
        Some(Held { standing: Standing::Carried { because, .. }, reading, .. }) => match (levels.gap(index), level.total) {
            (Some(gap), _) if gap.tenths().abs() > TOLERANCE_TENTHS && *because != Because::Copied => against(gap, step),
            (_, Some(level)) => again(
                &light
                    .reading
                    .as_ref()
                    .and_then(Held::within)
                    .map_or_else(|| format!("likely {level}"), |within| format!("likely {level} ±{}", within.number())),
            ),
            _ => again(&format!("read {}", reading.shows)),
        },
        Some(Held { reading, .. }) => match (levels.gap(index), level.total) {
            (Some(gap), _) => against(gap, step),
            (None, Some(_)) => told(LaneState::Measured, "read".to_owned()),
            (None, None) => told(LaneState::Measured, format!("reads {}", reading.shows)),
        },
    }
}

fn foot(light: &Light, pick: &Pick) -> Foot {
    let plain = light.unit.as_ref().map_or_else(|| "say the unit".to_owned(), |u| u.name.clone());
    let pending = pick.pending.as_ref().filter(|(id, _)| *id == light.id).map(|(_, setting)| format!("→ {setting}"));
    Foot { strong: light.written().unwrap_or_default(), plain, pending, third: worn(light), trigger: trigger(light) }
}

/// What is on a light: `Octa 90, grid`.
fn worn(light: &Light) -> String {
    let mut worn: Vec<String> = light.modifier.clone().into_iter().collect();
    worn.extend(light.rig.grid.map(|_| "grid".to_owned()));
    worn.extend(light.rig.gels.iter().map(|g| g.name.clone()));
    worn.join(", ")
}

fn trigger(light: &Light) -> Option<String> {
    let group = light.rig.group.map(|g| g.to_string());
    let channel = light.rig.channel.map(|c| format!("ch {c}"));
    let both: Vec<String> = group.into_iter().chain(channel).collect();
    (!both.is_empty()).then(|| both.join(" · "))
}

fn whole(scene: &Scene, face: Option<&Face>) -> Lane {
    let (setup, levels) = (scene.setup, &scene.levels);
    let mut lane = bare("whole", LaneKind::Whole, "Whole");
    lane.face = face.cloned();
    lane.foot = Foot { strong: String::new(), plain: "meter all lights on".to_owned(), pending: None, ..Foot::default() };
    let stale = setup.whole.as_ref().is_some_and(|w| !w.is_measured());
    if stale {
        (lane.state, lane.words) = (LaneState::ReadAgain, "read again".to_owned());
    }
    if let (Some(level), Some(e)) = (levels.whole, levels.exposure) {
        lane.reading = Some(Mark::at(level, e));
        (lane.state, lane.words) = match &scene.whole {
            Some(check) if check.differs => {
                let (parts, by) = (check.parts, check.whole - check.parts);
                lane.gap = Some(Gap { stops: by, shown: by.number(), way: if by.get() > 0.0 { Way::Down } else { Way::Up } });
                lane.foot.plain = format!("parts say {parts}");
                if by.get() > 0.0 {
                    (LaneState::Over, format!("{} over parts", by.number()))
                } else {
                    (LaneState::Under, format!("{} under parts", by.number()))
                }
            }
            Some(_) => (LaneState::OnTarget, "agrees".to_owned()),
            None => (LaneState::Measured, "read".to_owned()),
        };
    }
    lane
}

fn frame(setup: &Setup) -> Lane {
    let mut lane = bare("frame", LaneKind::Frame, "Frame");
    lane.foot.plain = "expose a test frame".to_owned();
    if setup.frames > 0 {
        let n = setup.frames;
        lane.state = LaneState::Measured;
        lane.words = if n == 1 { "1 shot".to_owned() } else { format!("{n} shot") };
    }
    lane
}
