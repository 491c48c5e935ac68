//! What gives the ground its tone, as it is said.

use ink_lamp_light::{
    field::Honeycomb,
    measure::{LengthUnit, Meters},
};
use ink_lamp_sitting::{role::LightId, setup::Setup};

use crate::{
    ground_ways::{GroundStep, LeadsTo, Way},
    words::{plan::ground::tone, span::uncapitalised, terms},
};

/// What is to be done.
pub(crate) fn sentence(way: &Way, setup: &Setup) -> String {
    let words = step(&way.step, setup);
    if way.light_away { format!("Ground light away, and {}", uncapitalised(&words)) } else { words }
}

fn step(step: &GroundStep, setup: &Setup) -> String {
    let name = |id: &LightId| terms::light(setup, id).to_lowercase();
    // Not to be taken for the ground itself.
    let own = |id: &LightId| name(id).replacen("ground", "ground light", 1);
    match step {
        GroundStep::TakeLightAway => "Take the ground light away.".to_owned(),
        GroundStep::Farther(to) => format!("{}.", farther(*to, setup.length)),
        GroundStep::FartherThanTheRoom(limit) => format!("{}.", not_enough(*limit, setup.length)),
        GroundStep::Grid(light) => format!("A grid of {:.0}° on the {}, turned up by what it takes.", Honeycomb::USUAL, name(light)),
        GroundStep::GridsOnAll => format!("Grids of {:.0}° on all lights.", Honeycomb::USUAL),
        GroundStep::Flag(light) => format!("A flag of 1.2 x 2 m between the {} and the ground.", name(light)),
        GroundStep::Black => "Black paper or cloth instead.".to_owned(),
        GroundStep::Paper { now, then } => {
            format!("Paper or cloth that throws back {:.0} % instead of {:.0} %.", then * 100.0, now * 100.0)
        }
        GroundStep::Together(steps) => {
            let all: Vec<String> = steps.iter().map(|s| part(s, setup)).collect();
            format!("All together: {}.", all.join(", "))
        }
        GroundStep::AddOwnLight => "A ground light of its own: add one, put it 1 to 1.5 m from the ground.".to_owned(),
        GroundStep::ReadOwnLight(light) => format!("The {}: read it, or say its unit, and its dial is told.", own(light)),
        GroundStep::MoreWithoutOwnLight(light) => {
            format!("Without the {} there is more light on the ground than is wished: farther away, or hold the others off it.", own(light))
        }
        GroundStep::OwnLightBy(light, by) => format!("The {} {} {}.", own(light), if by.get() >= 0.0 { "up" } else { "down" }, by.size()),
        GroundStep::OwnLightAt(light, dial) => format!("The {} at {dial}.", own(light)),
    }
}

/// A step among others.
fn part(of: &GroundStep, setup: &Setup) -> String {
    match of {
        GroundStep::Black => "black cloth".to_owned(),
        GroundStep::GridsOnAll => format!("grids of {:.0}° on all lights", Honeycomb::USUAL),
        GroundStep::Farther(to) => uncapitalised(&farther(*to, setup.length)),
        GroundStep::FartherThanTheRoom(limit) => uncapitalised(&not_enough(*limit, setup.length)),
        other => uncapitalised(step(other, setup).trim_end_matches('.')),
    }
}

fn farther(to: Meters, length: LengthUnit) -> String {
    format!("Sitter, camera and lights {} from the ground", to.told(length))
}

fn not_enough(limit: Meters, length: LengthUnit) -> String {
    format!("Farther from the ground: as far as the room goes, {}, is not enough", limit.told(length))
}

/// What tone a way leads to.
pub(crate) fn leads_to(way: &Way) -> String {
    match way.leads_to {
        LeadsTo::Tone(at) => tone(at),
        LeadsTo::NotThere => "not there yet".to_owned(),
    }
}
