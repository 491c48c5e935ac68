//! The next move: one sentence, one action.
//!
//! Order of picking: the room's decision, then a light that was just dialled, then the largest gap (ties in the order of the work,
//! the key before the fill always), then what was not read yet, then the whole, then the frame. It is advice and never a lock.

use crate::scene::Scene;
use crate::turn;
use crate::turn::Turn;
use ink_lamp_light::scale::fnumber;
use ink_lamp_light::{
    ambient::RoomWish,
    lens::SMALLEST_AV,
    meter::{Exposure, Reading},
    ratio::{Anchor, Convention, Ratio, RatioTarget},
    scale::{Aperture, Iso, Series, ShutterTime, Stops},
    strobe::{Dial, Reach, Tick},
};
use ink_lamp_sitting::{
    camera::Camera,
    entry::{CameraSet, DialTurned, Entry, FrameShot, LightPut, RatioChosen},
    light::{Because, Held, Light, Standing},
    role::{LightId, Role},
    schools::Follow,
    setup::Setup,
};
use serde::Serialize;

use super::{
    TOLERANCE_TENTHS, findings,
    lanes::Mark,
    levels::Levels,
    tape::{self, TapeLine},
};
use crate::words::{Line, Span, strong, text};

/// What to do next.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NextMove {
    /// What kind of move it is.
    pub kind: MoveKind,
    /// The lane it belongs to.
    pub lane: String,
    /// The sentence; what is dialled stands out.
    pub say: Vec<Span>,
    /// Why, and the other way to do it: two lines at most.
    pub why: Vec<Vec<Span>>,
    /// The unit's own power scale, where the move is a light's and its unit is known.
    pub power: Option<PowerDrawing>,
    /// What to press once it is done, and the entry that this logs.
    pub action: Option<Action>,
    /// How it will stand on the tape.
    pub tape: Option<TapeLine>,
}

/// Kinds of move.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum MoveKind {
    /// Read the room, flash off.
    MeterRoom,
    /// Set the camera for the first time.
    SetCamera,
    /// Change the camera for the room's sake.
    MoveRoom,
    /// Change the camera to what the lights give.
    MoveCamera,
    /// Set in manual what automatic flash gave.
    LockInManual,
    /// Choose the ratio.
    ChooseRatio,
    /// Read a light alone.
    MeterLight,
    /// Turn a dial.
    Dial,
    /// Move a light, where its dial can't do it.
    Distance,
    /// The room alone is over what the light should give.
    RoomOver,
    /// Read all lights together.
    MeterWhole,
    /// The whole and its parts do not agree.
    FindWhatMoved,
    /// Nothing to change.
    Shoot,
}

/// What to press once the move is done.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Action {
    /// The word on the button: `Dialled`.
    pub label: String,
    /// What it logs.
    pub entry: Entry,
}

/// A unit's power scale, to be drawn.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PowerDrawing {
    /// `Tallow 500, 500 Ws`.
    pub unit: String,
    /// Whose mark stands on it.
    pub role: Role,
    /// Its marks, in stops below full.
    pub ticks: Vec<Tick>,
    /// Lowest power in stops below full.
    pub lowest: Stops,
    /// Where it is set.
    pub now: Stops,
    /// The same as written: `1/8`.
    pub now_written: String,
    /// Where it goes.
    pub next: Option<Stops>,
}

/// The move with what the lanes need of it.
pub(crate) struct Pick {
    pub(crate) next: NextMove,
    /// Which light it changes, and where that lands.
    pub(crate) after: Option<(LightId, Stops)>,
    /// Which light gets which setting.
    pub(crate) pending: Option<(LightId, String)>,
}

impl Pick {
    fn plain(kind: MoveKind, lane: &str, say: Line, why: Vec<Line>) -> Self {
        Self { next: NextMove { kind, lane: lane.to_owned(), say, why, power: None, action: None, tape: None }, after: None, pending: None }
    }

    fn with_action(mut self, setup: &Setup, label: &str, entry: Entry) -> Self {
        self.next.tape = Some(tape::pending(setup, &entry));
        self.next.action = Some(Action { label: label.to_owned(), entry });
        self
    }
}

pub(crate) fn pick(scene: &Scene) -> Pick {
    let (setup, levels) = (scene.setup, &scene.levels);
    let anything_read = setup.lights.iter().any(|l| l.reading.as_ref().is_some_and(Held::is_measured));
    let room_unread = setup.room.reading.is_none();
    if room_unread && !anything_read {
        return meter_room();
    }
    let Some(camera) = &setup.camera else { return set_camera(setup) };
    if let Some(room) = levels.wished_room
        && let Some(pick) = move_room(setup, camera, room)
    {
        return pick;
    }
    let order = order_of_lights(setup);
    // What was just dialled is read again before anything else is touched.
    let just_changed = |l: &Light| match l.reading.as_ref().map(|h| h.standing) {
        Some(Standing::Carried { because, .. } | Standing::Stale { because }) => because != Because::Copied,
        _ => false,
    };
    if let Some(&i) = order.iter().find(|&&i| just_changed(&setup.lights[i]) && !levels.is_off(i)) {
        return meter_light(setup, levels, i);
    }
    if let Some(pick) = order.iter().find_map(|&i| lock_in_manual(setup, i)) {
        return pick;
    }
    if let Some(pick) = follow_lights(setup, levels, camera) {
        return pick;
    }
    if let Some(i) = largest_gap(setup, levels, &order) {
        return move_light(setup, levels, i);
    }
    let has = |role| setup.first(role).is_some();
    if setup.ratio.is_none() && has(Role::Key) && has(Role::Fill) {
        return choose_ratio(setup);
    }
    if room_unread {
        return meter_room();
    }
    let wants_reading = |i: usize| {
        let light = &setup.lights[i];
        !light.reading.as_ref().is_some_and(Held::is_measured) && (levels.targets[i].is_some() || light.unit.is_some())
    };
    if let Some(&i) = order.iter().find(|&&i| wants_reading(i)) {
        return meter_light(setup, levels, i);
    }
    if levels.whole.is_none() {
        return meter_whole(setup, levels);
    }
    if let Some(check) = scene.whole.as_ref().filter(|c| c.differs) {
        let by = check.whole - check.parts;
        let side = if by.get() > 0.0 { "over" } else { "under" };
        let what = match check.absent {
            Some((i, _)) => format!("did the {} fire?", setup.lights[i].name().to_lowercase()),
            None => "meter each light again".to_owned(),
        };
        let say = vec![text(format!("Whole is {} {side} its parts: {what}", by.number()))];
        let why = vec![vec![text(findings::whole_words(setup, check))]];
        return Pick::plain(MoveKind::FindWhatMoved, "whole", say, why);
    }
    let say = vec![text("Nothing to change. Shoot a frame.")];
    Pick::plain(MoveKind::Shoot, "frame", say, vec![vec![text("Every light that was read is within a tenth of its wish.")]]).with_action(
        setup,
        "Shot",
        Entry::Frame(FrameShot { note: None, no_flash: None }),
    )
}

/// Lights in the order of the work.
fn order_of_lights(setup: &Setup) -> Vec<usize> {
    let mut order: Vec<usize> = (0..setup.lights.len()).collect();
    order.sort_by_key(|&i| setup.lights[i].role);
    order
}

fn largest_gap(setup: &Setup, levels: &Levels, order: &[usize]) -> Option<usize> {
    let size = |i: usize| levels.gap(i).map_or(0, |g| g.tenths().abs());
    let off: Vec<usize> = order.iter().copied().filter(|&i| levels.is_off(i)).collect();
    let largest = off.iter().copied().reduce(|best, i| if size(i) > size(best) { i } else { best })?;
    if setup.lights[largest].role == Role::Fill {
        return off.into_iter().find(|&i| setup.lights[i].role == Role::Key).or(Some(largest));
    }
    Some(largest)
}

fn meter_room() -> Pick {
    let why = vec![vec![text("At the sitter, dome toward the camera. Type what it shows, with the meter's ISO and shutter.")]];
    Pick::plain(MoveKind::MeterRoom, "room", vec![text("Meter the room with the flash off")], why)
}

fn set_camera(setup: &Setup) -> Pick {
    let say = vec![text("Set the camera: aperture, shutter, ISO")];
    let why = vec![vec![text(
        "Every level is counted from it. Choose above, or begin with a usual studio setting (common practice, no source).",
    )]];
    let pick = Pick::plain(MoveKind::SetCamera, "camera", say, why);
    match (Aperture::parse("8"), ShutterTime::parse("1/125"), Iso::parse("100")) {
        (Ok(aperture), Ok(shutter), Ok(iso)) => {
            pick.with_action(setup, "ƒ8, 1/125, ISO 100", Entry::Camera(CameraSet::new(aperture, shutter, iso)))
        }
        _ => pick,
    }
}

fn choose_ratio(setup: &Setup) -> Pick {
    let say = vec![text("Choose the ratio of key to fill")];
    let why = vec![vec![text("2 : 1 is flat, 3 : 1 usual, 9 : 1 dark. Lit : shadow of 3 : 1 is one stop between the two readings.")]];
    let pick = Pick::plain(MoveKind::ChooseRatio, "key", say, why);
    match Ratio::new(3.0).and_then(|r| RatioTarget::new(r, Convention::LitShadow, Anchor::LitSide)) {
        Ok(target) => pick.with_action(setup, "3 : 1", Entry::Ratio(RatioChosen { target: Some(target) })),
        Err(_) => pick,
    }
}

fn place_of(role: Role) -> &'static str {
    match role {
        Role::Fill => "At the shadow side, all others off.",
        Role::Rim => "At the shoulder, from its own direction, all others off.",
        Role::Hair => "At the hair, from its own direction, all others off.",
        Role::Ground => "At the wall, all others off.",
        Role::Key | Role::Room => "At the face, all others off.",
    }
}

fn meter_light(setup: &Setup, levels: &Levels, index: usize) -> Pick {
    let light = &setup.lights[index];
    let name = light.name().to_lowercase();
    let again = light.reading.as_ref().is_some_and(|h| !matches!(h.standing, Standing::Carried { because: Because::Copied, .. }));
    let say = vec![text(format!("Meter the {name} {}", if again { "again" } else { "alone" }))];
    let level = &levels.lights[index];
    let others: Vec<String> = level.tangled.iter().filter_map(|id| setup.light(id)).map(|l| l.name().to_lowercase()).collect();
    let place = match (level.no_flash, others.as_slice()) {
        (true, _) => "It reads no more than the room alone. Did it fire?".to_owned(),
        (_, []) => place_of(light.role).to_owned(),
        (_, others) => format!("It was read with the {} on. Read those alone, or this one.", others.join(" and the ")),
    };
    let mut first = vec![Span::Mark(light.role), text(place)];
    if let Some((target, e)) = levels.targets[index].zip(levels.exposure).filter(|_| !levels.lights[index].no_flash) {
        first.extend([text(" It should read "), Span::F(Mark::at(target, e).aperture), text(".")]);
    }
    let mut why = vec![first];
    why.extend(to_begin_with(setup, levels, index));
    let mut pick = Pick::plain(MoveKind::MeterLight, light.id.as_str(), say, why);
    pick.next.power = power(light, None);
    pick
}

/// What the light likely reads before it is read, and the dial to begin with.
fn to_begin_with(setup: &Setup, levels: &Levels, index: usize) -> Option<Line> {
    let light = &setup.lights[index];
    let (likely, within) = levels.lights[index].guess?;
    let e = levels.exposure?;
    let mut line = vec![text("Likely "), Span::F(Mark::at(likely, e).aperture), text(format!(", ±{}.", setup.schools.step.number(within)))];
    if let (Some(target), Some(unit), Some(power)) = (levels.targets[index], &light.unit, light.power()) {
        let nearest = unit.scale.nearest(power - (likely - target));
        if unit.scale.stops(nearest.dial) != power {
            line.extend([text(" To begin with, set "), strong(unit.scale.write(nearest.dial)), text(".")]);
        }
    }
    Some(line)
}

/// What automatic flash gave, corrected for the tone of the scene, as a manual setting.
fn lock_in_manual(setup: &Setup, index: usize) -> Option<Pick> {
    let light = &setup.lights[index];
    let (automatic, unit) = (light.automatic?, light.unit.as_ref()?);
    let correction = automatic.tone.correction();
    let nearest = unit.scale.nearest(unit.scale.stops(automatic.gave) + correction);
    let setting = unit.scale.write(nearest.dial);
    let say = vec![text(format!("{} in manual: set ", light.name())), strong(&setting)];
    let told = match correction.tenths() {
        0 => format!("Automatic gave {} on {}: it stands.", unit.scale.write(automatic.gave), automatic.tone.words()),
        _ => format!(
            "Automatic gave {} on {}, which it reads wrong: {correction} (1 to 1.5 is usual; common practice, no source).",
            unit.scale.write(automatic.gave),
            automatic.tone.words()
        ),
    };
    let why = vec![vec![Span::Mark(light.role), text(told)], vec![text("Then correct in stops, by the meter.")]];
    let mut pick = Pick::plain(MoveKind::LockInManual, light.id.as_str(), say, why);
    pick.next.power = power(light, (nearest.dial != automatic.gave).then(|| unit.scale.stops(nearest.dial)));
    pick.pending = Some((light.id.clone(), setting.clone()));
    Some(pick.with_action(setup, "Dialled", Entry::Dial(DialTurned { light: light.id.clone(), dial: setting })))
}

/// Where the camera follows the lights: once key and fill stand to each other as wished, the aperture that puts them on 0.
fn follow_lights(setup: &Setup, levels: &Levels, camera: &Camera) -> Option<Pick> {
    if setup.schools.follow != Follow::CameraFollows {
        return None;
    }
    let fill_off = setup.index(Role::Fill).is_some_and(|i| levels.is_off(i));
    let key = setup.index(Role::Key).and_then(|i| levels.lights[i].total)?;
    let anchor = setup.ratio.map_or(Anchor::KeyAlone, RatioTarget::anchor);
    let (what, level) = match (anchor, levels.sides(setup, None)) {
        (Anchor::LitSide, Some((lit, _, false))) => ("Key and fill together", lit.level()?),
        // Without a fill the room is one, and every reading of the key holds it.
        (Anchor::LitSide, Some((lit, _, true))) if setup.first(Role::Fill).is_none() => ("The key", lit.level()?),
        (Anchor::LitSide, _) => return None,
        (Anchor::KeyAlone, _) => ("The key", key),
    };
    // No camera comes nearer than half a third.
    if fill_off || level.abs() <= Stops::constant(1.0 / 6.0 + 0.01) {
        return None;
    }
    let e = camera.exposure;
    let aperture = Aperture::from_av(((e.aperture.av() + level.get()) * 3.0).round() / 3.0).ok()?;
    let say = vec![text("Camera follows the lights: set "), strong(format!("ƒ{}", aperture.marking(Series::Third)))];
    let side = if level.get() > 0.0 { "over" } else { "under" };
    let why = vec![vec![
        text(format!("{what} read ")),
        Span::F(Mark::at(level, e).aperture),
        text(format!(", {} {side} the camera. Every level moves with it.", setup.schools.step.size(level))),
    ]];
    Some(Pick::plain(MoveKind::MoveCamera, "camera", say, why).with_action(
        setup,
        "Set",
        Entry::Camera(CameraSet { aperture, ..camera.as_set() }),
    ))
}

fn meter_whole(setup: &Setup, levels: &Levels) -> Pick {
    let mut why = vec![text("At the face, dome toward the camera.")];
    if let Some((parts, e)) = levels.sides(setup, None).and_then(|(lit, _, _)| lit.level()).zip(levels.exposure) {
        why.extend([text(" The parts add up to "), Span::F(Mark::at(parts, e).aperture), text(".")]);
    }
    Pick::plain(MoveKind::MeterWhole, "whole", vec![text("Meter all lights together")], vec![why])
}

fn power(light: &Light, next: Option<Stops>) -> Option<PowerDrawing> {
    let (unit, dial) = (light.unit.as_ref()?, light.dial?);
    Some(PowerDrawing {
        unit: unit.rated.map_or_else(|| unit.name.clone(), |ws| format!("{}, {} Ws", unit.name, ws.get())),
        role: light.role,
        ticks: unit.scale.ticks(),
        lowest: unit.scale.stops(unit.scale.lowest()),
        now: unit.scale.stops(dial),
        now_written: unit.scale.write(dial),
        next,
    })
}

pub(crate) fn move_light(setup: &Setup, levels: &Levels, index: usize) -> Pick {
    let light = &setup.lights[index];
    let level = &levels.lights[index];
    if level.no_flash {
        return meter_light(setup, levels, index);
    }
    let (Some(gap), Some(target), Some(e)) = (levels.gap(index), levels.targets[index], levels.exposure) else {
        return meter_light(setup, levels, index);
    };
    let why = vec![reads(setup, levels, index, target, e)];
    let Some(change) = turn::flash_change(level.flash, gap, target, levels.room_at(light)) else {
        let say = vec![text(format!("{} can't go lower: the room alone is over it", light.name()))];
        return Pick::plain(MoveKind::RoomOver, light.id.as_str(), say, why);
    };
    if let Some(turn) = Turn::of(setup, levels, index) {
        return turned(&turn, why);
    }
    let say = vec![text(format!("{} {} {}", light.name(), way(change), setup.schools.step.size(gap)))];
    let mut why = why;
    why.push(vec![text("Say which unit it is and what its dial shows, and the setting is named here.")]);
    let mut pick = Pick::plain(MoveKind::Dial, light.id.as_str(), say, why);
    pick.after = Some((light.id.clone(), target));
    pick
}

fn way(change: Stops) -> &'static str {
    if change.get() > 0.0 { "up" } else { "down" }
}

/// `reads ƒ5.6¹. For 3 : 1 it must read ƒ4⁴.`
fn reads(setup: &Setup, levels: &Levels, index: usize, target: Stops, e: Exposure) -> Line {
    let light = &setup.lights[index];
    let worked_out = !setup.shutter_loss(light, light.reading.as_ref()).is_zero();
    let likely = worked_out || light.reading.as_ref().is_some_and(|h| !h.is_measured());
    let total = levels.lights[index].total.unwrap_or(target);
    let mut line =
        vec![Span::Mark(light.role), text(if likely { "is likely at " } else { "reads " }), Span::F(fnumber(Reading::av_for(total, e)))];
    match (light.role, setup.ratio) {
        (Role::Key | Role::Fill, Some(ratio)) => line.push(text(format!(". For {} it must read ", ratio.ratio().shown().replace(' ', "")))),
        _ => line.push(text(". It must read ")),
    }
    line.extend([Span::F(Mark::at(target, e).aperture), text(".")]);
    line
}

fn turned(turn: &Turn, mut why: Vec<Line>) -> Pick {
    let name = turn.light.name();
    let setting = turn.unit.scale.write(turn.to);
    let left = turn.after - turn.target;
    let enough = left.tenths().abs() <= TOLERANCE_TENTHS;
    let (back, from_to) = distance(turn, if enough { turn.change } else { turn.change - turn.by });
    let (kind, say) = if enough {
        // Where its distance is known and none does it, it can't be moved so.
        let factor = || turn.light.distance.is_none().then(|| format!("Or {back} to {}.", times(turn.change)));
        let alternative = from_to.map(|(from, to)| format!("Or {back}, {from} to {to}.")).or_else(factor);
        why.extend(alternative.map(|words| vec![text(words)]));
        (
            MoveKind::Dial,
            vec![text(format!("{name} {} {}: set ", way(turn.change), turn.setup.schools.step.size(turn.gap))), strong(&setting)],
        )
    } else {
        let side = if left.get() > 0.0 { "over" } else { "under" };
        let where_to = from_to.map_or_else(|| times(turn.change - turn.by), |(_, to)| to);
        let still = format!("still {} {side}: {back} to ", turn.setup.schools.step.number(left));
        why.push(vec![text(other_ways(turn))]);
        if turn.to == turn.dial {
            let end = match turn.reach {
                Reach::BelowLowest => "its lowest, ",
                Reach::AboveFull => "full power, ",
                Reach::Within => "its nearest step, ",
            };
            (MoveKind::Distance, vec![text(format!("{name} is at {end}")), strong(&setting), text(format!(", {still}")), strong(where_to)])
        } else {
            (MoveKind::Dial, vec![text(format!("{name} to ")), strong(&setting), text(format!(", {still}")), strong(where_to)])
        }
    };
    let mut pick = Pick::plain(kind, turn.light.id.as_str(), say, why);
    let moves = turn.to != turn.dial;
    pick.next.power = power(turn.light, moves.then(|| turn.unit.scale.stops(turn.to)));
    pick.after = Some((turn.light.id.clone(), if moves { turn.after } else { turn.target }));
    if moves {
        pick.pending = Some((turn.light.id.clone(), setting.clone()));
        pick.with_action(turn.setup, "Dialled", Entry::Dial(DialTurned { light: turn.light.id.clone(), dial: setting }))
    } else if let Some(distance) = turn.setup.distance_for(turn.light, turn.change) {
        let put = LightPut { distance: Some(distance), ..turn.light.as_put() };
        pick.with_action(turn.setup, "Moved", Entry::Light(Box::new(put)))
    } else {
        pick
    }
}

/// Which way it is moved for a change of light, and from where to where.
fn distance(turn: &Turn, change: Stops) -> (&'static str, Option<(String, String)>) {
    let back = if change.get() < 0.0 { "move it back" } else { "bring it nearer" };
    let unit = turn.setup.length;
    (back, turn.light.distance.zip(turn.setup.distance_for(turn.light, change)).map(|(from, to)| (from.number(unit), to.told(unit))))
}

fn other_ways(turn: &Turn) -> String {
    match turn.reach {
        Reach::BelowLowest => format!(
            "{} ends at {}. Or a filter, a grid, or a smaller unit.",
            turn.unit.name,
            turn.unit.scale.write(turn.unit.scale.lowest())
        ),
        Reach::AboveFull => format!(
            "{} ends at {}. Or open the aperture or raise ISO, and bring all others down as much.",
            turn.unit.name,
            turn.unit.scale.write(Dial::FULL)
        ),
        Reach::Within => format!("{} has no finer step.", turn.unit.name),
    }
}

/// A distance factor where the distance itself is not known.
fn times(change: Stops) -> String {
    format!("{:.2} times its distance", (-change).distance_factor())
}

/// Longest sync time that every focal-plane shutter here is taken to reach where its own is not known (common practice, no source).
const USUAL_SYNC_TV: f64 = 7.0;

/// The camera change that brings the room to its wish: the shutter up to sync first (free), then ISO to 100, then the aperture.
fn move_room(setup: &Setup, camera: &Camera, room: Stops) -> Option<Pick> {
    let wish = setup.room.wish;
    let gap = wish.gap(room);
    if wish.is_right(room) {
        return None;
    }
    let e = camera.exposure;
    let sync = camera.sync.map_or(USUAL_SYNC_TV, ShutterTime::tv);
    // A removed room must not stay a hair over its line; a kept one goes to the nearest third.
    let thirds = |stops: f64| match wish {
        RoomWish::Remove(_) => (stops * 3.0 - 1e-6).ceil() / 3.0,
        RoomWish::Keep(_) => (stops * 3.0).round() / 3.0,
    };
    let mut to = e;
    let mut rest = gap.get();
    let tv = (e.shutter.tv() + thirds(rest)).min(sync.max(e.shutter.tv())).max(-5.0);
    if let Ok(shutter) = ShutterTime::from_tv(tv) {
        rest -= shutter.tv() - e.shutter.tv();
        to.shutter = shutter;
    }
    let by_shutter = rest;
    // A camera that follows the lights opens again what is closed here: ISO and aperture part the room from them only while none is read.
    let camera_follows = setup.schools.follow == Follow::CameraFollows && setup.lights.iter().any(|l| l.reading.is_some());
    if rest > 0.05 && !camera_follows {
        let down = thirds(rest).min(e.iso.stops_over_100().max(0.0));
        if let Ok(iso) = Iso::from_stops_over_100(e.iso.stops_over_100() - down) {
            rest -= down;
            to.iso = iso;
        }
    }
    if rest > 0.05 && !camera_follows {
        let down = thirds(rest).min((SMALLEST_AV - e.aperture.av()).max(0.0));
        if let Ok(aperture) = Aperture::from_av(e.aperture.av() + down) {
            rest -= down;
            to.aperture = aperture;
        }
    }
    let mut setting = Vec::new();
    if to.shutter != e.shutter {
        setting.push(to.shutter.marking(Series::Third));
    }
    if to.iso != e.iso {
        setting.push(format!("ISO {}", to.iso.marking(Series::Third)));
    }
    if to.aperture != e.aperture {
        setting.push(format!("ƒ{}", to.aperture.marking(Series::Third)));
    }
    let side = if gap.get() > 0.0 { ("over", "down") } else { ("under", "up") };
    let line = match wish {
        RoomWish::Remove(l) => format!("It sits at {room}; removed is {} or less.", l.level),
        RoomWish::Keep(l) => format!("It sits at {room}; it is wished at {}.", l.level),
    };
    let mut why = vec![vec![Span::Mark(Role::Room), text(line)]];
    if setting.is_empty() {
        let say = vec![text(format!("Room is {} {}, and the camera is at its end", gap.number(), side.0))];
        why.push(vec![text(if camera_follows {
            "The camera follows the lights: brighter lights stop it down, and the room with it. Or lamps off, blinds closed."
        } else {
            "Switch lamps off, close the blinds, or use a filter; the lights rise with a filter."
        })]);
        return Some(Pick::plain(MoveKind::MoveRoom, "room", say, why));
    }
    let mut say = Vec::new();
    if !wish.is_right(wish.level() + Stops::of(rest)) && rest > 0.05 {
        say.extend([
            text("Room: set "),
            strong(setting.join(", ")),
            text(format!(", still {} over: lamps off, or a filter", Stops::of(rest).number())),
        ]);
    } else {
        say.extend([text(format!("Room {} {}: set ", side.1, gap.size())), strong(setting.join(", "))]);
    }
    let lights = by_shutter - rest;
    why.push(vec![text(if lights > 0.05 {
        format!("The shutter is free up to sync. The rest costs flash: every light up {}.", Stops::of(lights).size())
    } else {
        "The shutter changes the room and leaves the flash alone.".to_owned()
    })]);
    let entry = Entry::Camera(CameraSet { aperture: to.aperture, shutter: to.shutter, iso: to.iso, ..camera.as_set() });
    Some(Pick::plain(MoveKind::MoveRoom, "room", say, why).with_action(setup, "Set", entry))
}
