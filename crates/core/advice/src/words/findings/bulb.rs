//! Flash bulbs: hot, and longer than the shutter is open, as it is said.

use ink_lamp_light::scale::Series;
use ink_lamp_scene::scene::Scene;

use crate::findings::bulb::Bulb;

pub(super) fn sentence(fact: &Bulb, scene: &Scene) -> String {
    let name = |light: usize| scene.setup.lights[light].name();
    match fact {
        Bulb::Hot { light } => format!("{}: no flash bulb near skin or eyes; it can burst, and it is hot after use.", name(*light)),
        Bulb::Cut { light, at, loss } => format!(
            "{}: the bulb burns longer than {} is open, and {} of its light is lost.",
            name(*light),
            at.marking(Series::Third),
            loss.size()
        ),
    }
}
