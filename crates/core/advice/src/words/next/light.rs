//! A light on its way to a wish, as it is said.

use ink_lamp_light::{
    scale::Stops,
    strobe::{Dial, Reach, Unit},
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{role::Role, schools::Trim};

use crate::{
    next::{
        light::{DialMove, LightMove, OutOfReach},
        other_unit::OtherUnit,
    },
    words::{
        span::{Line, Span, strong, text},
        terms,
    },
};

fn up_or_down(change: Stops) -> &'static str {
    if change.get() > 0.0 { "up" } else { "down" }
}

/// Which way it is moved for a change of light.
fn verb(change: Stops) -> &'static str {
    if change.get() < 0.0 { "move it back" } else { "bring it nearer" }
}

/// A distance factor where the distance itself is not known.
fn times(change: Stops) -> String {
    format!("{:.2} times its distance", (-change).distance_factor())
}

fn unit_of<'a>(to: &DialMove, scene: &Scene<'a>) -> Option<&'a Unit> {
    scene.setup.lights[to.light].unit.as_ref()
}

pub(super) fn say(to: &LightMove, scene: &Scene) -> Line {
    let (setup, step) = (scene.setup, scene.setup.schools.step);
    match to {
        LightMove::RoomOver { light, .. } => {
            vec![text(format!("{} can't go lower: the room alone is over it", setup.lights[*light].name()))]
        }
        LightMove::OthersOver { light, level, .. } => {
            vec![text(format!("{} stays off: the others alone give {} there", setup.lights[*light].name(), level.shown()))]
        }
        // Turned by hand by so much: the flash itself, whatever the room adds to it.
        LightMove::By { light, change, .. } => {
            vec![text(format!("{} {} {}", setup.lights[*light].name(), up_or_down(*change), step.size(*change)))]
        }
        LightMove::Dial(to) => dial(to, scene),
        LightMove::OutOfReach(to) => {
            let name = setup.lights[to.light].name();
            vec![text(format!("{name} stays {} {}", step.size(to.gap), terms::side(to.gap)))]
        }
    }
}

fn dial(to: &DialMove, scene: &Scene) -> Line {
    let step = scene.setup.schools.step;
    let name = scene.setup.lights[to.light].name();
    let setting = unit_of(to, scene).map(|u| u.scale.write(to.to)).unwrap_or_default();
    let Some(left) = to.left else {
        return vec![text(format!("{name} {} {}: set ", up_or_down(to.change), step.size(to.gap))), strong(setting)];
    };
    // Small, and the dial could do it: the distance is surer.
    if let (true, Reach::Within, Some((_, to_there))) = (to.stays && scene.setup.schools.trim == Trim::Distance, to.reach, to.moved) {
        let move_it = format!("{name} {} {}: {} to ", up_or_down(to.change), step.size(to.gap), verb(to.by_distance));
        return vec![text(move_it), strong(to_there.told(scene.setup.length))];
    }
    let side = terms::side(left);
    if to.moved.is_none() && (to.by_distance.abs() > MOST_BY_FACTOR || !scene.setup.holds.lights_move) {
        // No studio is so large, nor a stand so near; or all stay where they are.
        return vec![text(format!("{name} to ")), strong(setting), text(format!(", still {} {side}", step.size(left)))];
    }
    let where_to = to.moved.map_or_else(|| times(to.by_distance), |(_, to)| to.told(scene.setup.length));
    let still = format!("still {} {side}: {} to ", step.number(left), verb(to.by_distance));
    if !to.stays {
        return vec![text(format!("{name} to ")), strong(setting), text(format!(", {still}")), strong(where_to)];
    }
    if unit_of(to, scene).is_some_and(|unit| unit.scale.only().is_some()) {
        return vec![text(format!("{name} has one power, {still}")), strong(where_to)];
    }
    let end = match to.reach {
        Reach::BelowLowest => "its lowest, ",
        Reach::AboveFull => "full power, ",
        Reach::Within => "its nearest step, ",
    };
    vec![text(format!("{name} is at {end}")), strong(setting), text(format!(", {still}")), strong(where_to)]
}

pub(super) fn why(to: &LightMove, scene: &Scene) -> Vec<Line> {
    match to {
        LightMove::RoomOver { light, target } => vec![reads(*light, *target, scene), vec![text(LESS_ROOM)]],
        LightMove::OthersOver { target, .. } => vec![vec![text(format!(
            "{} is wished. A grid or a flag on what spills there, all farther from the ground, or a darker ground; or leave it so.",
            target.shown()
        ))]],
        LightMove::OutOfReach(to) => vec![reads(to.light, to.target, scene), vec![text(instead(to, scene))]],
        LightMove::By { light, target, .. } => {
            vec![reads(*light, *target, scene), vec![text("Say which unit it is and what its dial shows, and the setting is named here.")]]
        }
        LightMove::Dial(to) => {
            let mut why = vec![reads(to.light, to.target, scene)];
            let other = if to.left.is_some() {
                unit_of(to, scene).map(|unit| other_ways(unit, to.reach, to.other.as_ref()))
            } else {
                by_distance(to, scene)
            };
            why.extend(other.map(|words| vec![text(words)]));
            why
        }
    }
}

/// The same by distance, where the dial is enough.
fn by_distance(to: &DialMove, scene: &Scene) -> Option<String> {
    let (verb, length) = (verb(to.by_distance), scene.setup.length);
    match to.moved {
        Some((from, there)) => {
            let surer = if to.surer_by_distance { ": surer" } else { "" };
            Some(format!("Or {verb}, {} to {}{surer}.", from.number(length), there.told(length)))
        }
        // Where its distance is known and none does it, it can't be moved so; and no studio is so large.
        None => (!to.placed && to.change.abs() <= MOST_BY_FACTOR && scene.setup.holds.lights_move)
            .then(|| format!("Or {verb} to {}.", times(to.change))),
    }
}

/// A change by a factor of distance that a studio has room for, stops.
const MOST_BY_FACTOR: Stops = Stops::constant(3.0);

/// What helps where the room alone is over a wish.
const LESS_ROOM: &str = "Less of the room there: a flag, lamps off, a shorter time. Or wish it brighter, or leave it so.";

/// What would reach a wish that this unit can't reach where it stands.
fn instead(to: &OutOfReach, scene: &Scene) -> String {
    let unit = scene.setup.lights[to.light].unit.as_ref();
    let end = unit.map(|u| u.scale.write(to.dial)).unwrap_or_default();
    let at = to.distance.map(|d| format!(" at {}", d.told(scene.setup.length))).unwrap_or_default();
    let other = to.other.as_ref().map(named);
    if unit.is_some_and(|u| u.scale.only().is_some()) {
        let other = other.as_deref().unwrap_or("another unit");
        return format!("It has one power{at}. A gel, a filter or {other}; or the aperture or the ISO, and all others with it.");
    }
    match (to.reach, to.gap.get() > 0.0) {
        (Reach::Within, _) => {
            format!("It stands at {end}{at}, and no finer step is nearer. A hand's breadth of distance does it, or leave it so.")
        }
        (_, true) => {
            let other = other.as_deref().unwrap_or("a smaller unit");
            format!("It ends at {end}{at}. A grid, a gel, {other}; or a smaller aperture or a filter, and all others up as much.")
        }
        (_, false) => {
            let other = other.map_or_else(|| "A stronger unit, less before it".to_owned(), |other| format!("Less before it, {other}"));
            format!("It ends at {end}{at}. {other}; or a wider aperture or a higher ISO, and all others down as much.")
        }
    }
}

/// A unit of the kit with its setting: `the Taper 200 at 1/32`.
fn named(other: &OtherUnit) -> String {
    format!("the {} at {}", other.name, other.dial)
}

fn other_ways(unit: &Unit, reach: Reach, other: Option<&OtherUnit>) -> String {
    let (name, scale) = (&unit.name, &unit.scale);
    let other = other.map(named);
    match reach {
        _ if scale.only().is_some() => {
            let other = other.as_deref().unwrap_or("another unit");
            format!("{name} has no dial. Or a filter, a gel, {other}, or the aperture, and all others with it.")
        }
        Reach::BelowLowest => {
            let other = other.as_deref().unwrap_or("a smaller unit");
            format!("{name} ends at {}. Or a filter, a grid, or {other}.", scale.write(scale.lowest()))
        }
        Reach::AboveFull => {
            let other = other.map(|other| format!("{other}, or ")).unwrap_or_default();
            let end = scale.write(Dial::FULL);
            format!("{name} ends at {end}. Or {other}open the aperture or raise ISO, and bring all others down as much.")
        }
        Reach::Within => format!("{name} has no finer step."),
    }
}

/// So much of the key on the shadow side is worth a word.
const FILLS: f64 = 0.02;

/// `reads ƒ5.6¹. For 3 : 1 it must read ƒ4⁴.`
fn reads(index: usize, target: Stops, scene: &Scene) -> Line {
    let (setup, light) = (scene.setup, &scene.setup.lights[index]);
    let likely = light.reading.as_ref().is_some_and(|h| !h.is_measured());
    let total = scene.levels.lights[index].total.unwrap_or(target);
    let mut line = vec![Span::Mark(light.role), text(if likely { "is likely at " } else { "reads " })];
    line.extend(terms::metered(index, total, scene).unwrap_or_default());
    if setup.pulses(light) {
        line.push(text(terms::ONE_POP));
    }
    let both = setup.first(Role::Key).is_some() && setup.first(Role::Fill).is_some();
    match (light.role, setup.ratio.filter(|_| both)) {
        (Role::Key | Role::Fill, Some(ratio)) => line.push(text(format!(". For {} it must read ", ratio.ratio().shown().replace(' ', "")))),
        _ => line.push(text(". It must read ")),
    }
    line.extend(terms::metered(index, target, scene).unwrap_or_default());
    let fills = light.role == Role::Fill && both && scene.levels.spill.key > FILLS;
    line.push(text(if fills { ", walls help." } else { "." }));
    line
}
