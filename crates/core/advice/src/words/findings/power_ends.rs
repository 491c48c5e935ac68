//! A wish outside a unit’s power, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    findings::power_ends::PowerEnds,
    words::{
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &PowerEnds, scene: &Scene) -> Line {
    let name = terms::light(scene.setup, &fact.light);
    let unit = terms::unit(scene.setup, &fact.light);
    let (side, rest) = if fact.left.get() > 0.0 {
        ("over", "Farther away, a filter, a grid or a smaller unit takes the rest.")
    } else {
        ("under", "Nearer, a wider aperture, more ISO or a second unit gives the rest.")
    };
    vec![
        text(format!("{unit} ends at {}, and {} stays ", fact.end, name.to_lowercase())),
        strong(format!("{} {side}", fact.left.size())),
        text(format!(". {rest}")),
    ]
}

pub(super) fn press(fact: &PowerEnds, scene: &Scene) -> String {
    let to = fact.to.map(|d| d.told(scene.setup.length)).unwrap_or_default();
    format!("{} to {to}", terms::light(scene.setup, &fact.light))
}
