//! A light on its way to a wish, as it is said.

use ink_lamp_light::{
    scale::Stops,
    strobe::{Dial, Reach, Unit},
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::role::Role;

use crate::{
    next::light::{DialMove, LightMove},
    words::{
        span::{Line, Span, strong, text},
        terms::{self, shows},
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
        LightMove::By { light, gap, change, .. } => {
            vec![text(format!("{} {} {}", setup.lights[*light].name(), up_or_down(*change), step.size(*gap)))]
        }
        LightMove::Dial(to) => dial(to, scene),
    }
}

fn dial(to: &DialMove, scene: &Scene) -> Line {
    let step = scene.setup.schools.step;
    let name = scene.setup.lights[to.light].name();
    let setting = unit_of(to, scene).map(|u| u.scale.write(to.to)).unwrap_or_default();
    let Some(left) = to.left else {
        return vec![text(format!("{name} {} {}: set ", up_or_down(to.change), step.size(to.gap))), strong(setting)];
    };
    let side = terms::side(left);
    let where_to = to.moved.map_or_else(|| times(to.by_distance), |(_, to)| to.told(scene.setup.length));
    let still = format!("still {} {side}: {} to ", step.number(left), verb(to.by_distance));
    if !to.stays {
        return vec![text(format!("{name} to ")), strong(setting), text(format!(", {still}")), strong(where_to)];
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
        LightMove::RoomOver { light, target } => vec![reads(*light, *target, scene)],
        LightMove::By { light, target, .. } => {
            vec![reads(*light, *target, scene), vec![text("Say which unit it is and what its dial shows, and the setting is named here.")]]
        }
        LightMove::Dial(to) => {
            let mut why = vec![reads(to.light, to.target, scene)];
            let other = if to.left.is_some() { unit_of(to, scene).map(|unit| other_ways(unit, to.reach)) } else { by_distance(to, scene) };
            why.extend(other.map(|words| vec![text(words)]));
            why
        }
    }
}

/// The same by distance, where the dial is enough.
fn by_distance(to: &DialMove, scene: &Scene) -> Option<String> {
    let (verb, length) = (verb(to.by_distance), scene.setup.length);
    match to.moved {
        Some((from, to)) => Some(format!("Or {verb}, {} to {}.", from.number(length), to.told(length))),
        // Where its distance is known and none does it, it can't be moved so.
        None => (!to.placed).then(|| format!("Or {verb} to {}.", times(to.change))),
    }
}

fn other_ways(unit: &Unit, reach: Reach) -> String {
    let (name, scale) = (&unit.name, &unit.scale);
    match reach {
        Reach::BelowLowest => format!("{name} ends at {}. Or a filter, a grid, or a smaller unit.", scale.write(scale.lowest())),
        Reach::AboveFull => {
            format!("{name} ends at {}. Or open the aperture or raise ISO, and bring all others down as much.", scale.write(Dial::FULL))
        }
        Reach::Within => format!("{name} has no finer step."),
    }
}

/// `reads ƒ5.6¹. For 3 : 1 it must read ƒ4⁴.`
fn reads(index: usize, target: Stops, scene: &Scene) -> Line {
    let (setup, light) = (scene.setup, &scene.setup.lights[index]);
    let worked_out = !setup.shutter_loss(light, light.reading.as_ref()).is_zero();
    let likely = worked_out || light.reading.as_ref().is_some_and(|h| !h.is_measured());
    let total = scene.levels.lights[index].total.unwrap_or(target);
    let mut line = vec![Span::Mark(light.role), text(if likely { "is likely at " } else { "reads " })];
    line.extend(shows(total, scene).map(Span::F));
    match (light.role, setup.ratio) {
        (Role::Key | Role::Fill, Some(ratio)) => line.push(text(format!(". For {} it must read ", ratio.ratio().shown().replace(' ', "")))),
        _ => line.push(text(". It must read ")),
    }
    line.extend(shows(target, scene).map(Span::F));
    line.push(text("."));
    line
}
