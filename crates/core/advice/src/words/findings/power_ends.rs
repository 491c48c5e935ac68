//! A wish outside a unit’s power, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::findings::power_ends::PowerEnds;

pub(super) fn sentence(fact: &PowerEnds, scene: &Scene) -> String {
    let light = &scene.setup.lights[fact.light];
    let (unit, end) = light.unit.as_ref().map(|u| (u.name.clone(), u.scale.write(fact.end))).unwrap_or_default();
    let (side, rest) = if fact.left.get() > 0.0 {
        ("over", "Farther away, a filter, a grid or a smaller unit takes the rest.")
    } else {
        ("under", "Nearer, a wider aperture, more ISO or a second unit gives the rest.")
    };
    format!("{unit} ends at {end}, and {} stays {} {side}. {rest}", light.name().to_lowercase(), fact.left.size())
}

pub(super) fn press(fact: &PowerEnds, scene: &Scene) -> String {
    let to = fact.to.map(|d| d.told(scene.setup.length)).unwrap_or_default();
    format!("{} to {to}", scene.setup.lights[fact.light].name())
}
