//! Readings that are still to be taken, as they are said.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::role::Role;

use crate::{
    next::meter::{Likely, MeterLight},
    words::{
        span::{Line, Span, strong, text},
        terms::{self, shows},
    },
};

pub(super) fn say(what: &MeterLight, scene: &Scene) -> Line {
    let name = scene.setup.lights[what.light].name().to_lowercase();
    vec![text(format!("Meter the {name} {}", if what.again { "again" } else { "alone" }))]
}

pub(super) fn why(what: &MeterLight, scene: &Scene) -> Vec<Line> {
    let setup = scene.setup;
    let light = &setup.lights[what.light];
    let others: Vec<String> = what.others.iter().filter_map(|id| setup.light(id)).map(|l| l.name().to_lowercase()).collect();
    if let Some(off) = what.doubt {
        let (by, side) = (setup.schools.step.size(off), terms::side(off));
        let seems = if off.get() > 0.0 { "Was its charge dumped" } else { "Did it fire" };
        return vec![vec![
            Span::Mark(light.role),
            text(format!(
                "It reads {by} {side} what all else says of it. {seems}, and is it this light? Read twice alike, it is believed."
            )),
        ]];
    }
    let place = match (what.no_flash, others.as_slice()) {
        (true, _) => "It reads no more than the room alone. Did it fire?".to_owned(),
        (_, []) => place_of(light.role).to_owned(),
        (_, others) => format!("It was read with the {} on. Read those alone, or this one.", others.join(" and the ")),
    };
    let mut first = vec![Span::Mark(light.role), text(place)];
    if let Some(should) = what.target.and_then(|t| terms::metered(what.light, t, scene)) {
        first.push(text(" It should read "));
        first.extend(should);
        first.push(text(if setup.pulses(light) { format!("{}.", terms::ONE_POP) } else { ".".to_owned() }));
    }
    let mut why = vec![first];
    why.extend(what.likely.as_ref().and_then(|l| likely(l, what.light, scene)));
    why
}

/// Where a light is read.
const fn place_of(role: Role) -> &'static str {
    match role {
        Role::Fill => "At the shadow side, all others off.",
        Role::Rim => "At the shoulder, from its own direction, all others off.",
        Role::Hair => "At the hair, from its own direction, all others off.",
        Role::Ground => "At the wall, all others off.",
        Role::Key | Role::Room => "At the face, all others off.",
    }
}

fn likely(likely: &Likely, light: usize, scene: &Scene) -> Option<Line> {
    let within = scene.setup.schools.step.number(likely.within);
    let mut line = vec![text("Likely ")];
    line.extend(terms::metered(light, likely.at, scene)?);
    line.push(text(format!(", ±{within}.")));
    if let Some(dial) = &likely.begin {
        line.extend([text(" To begin with, set "), strong(dial), text(".")]);
    }
    Some(line)
}

/// All lights together, and what the parts add up to.
pub(super) fn whole(parts: Option<Stops>, scene: &Scene) -> Line {
    let mut line = vec![text("At the face, dome toward the camera.")];
    if let Some(parts) = parts.and_then(|p| shows(p, scene)) {
        line.extend([text(" The parts add up to "), Span::F(parts), text(".")]);
    }
    line
}
