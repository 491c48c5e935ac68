//! Flash bulbs: hot, and longer than the shutter is open, as it is said.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::role::LightId;

use crate::{
    findings::bulb::Bulb,
    words::{
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &Bulb, scene: &Scene) -> Line {
    let name = |light: &LightId| terms::light(scene.setup, light);
    match fact {
        Bulb::Hot { light } => {
            vec![text(format!("{}: no flash bulb near skin or eyes; it can burst, and it is hot after use.", name(light)))]
        }
        Bulb::Cut { light, at, loss } => vec![
            text(format!("{}: the bulb burns longer than {} is open, and ", name(light), at.said())),
            strong(loss.size()),
            text(" of its light is lost."),
        ],
    }
}
