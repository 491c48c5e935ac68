//! Pulses of light that must be seen, as it is said.

use ink_lamp_scene::{in_picture::Hides, scene::Scene};

use crate::{
    findings::line_of_sight::LineOfSight,
    words::{
        span::{Line, text},
        terms,
    },
};

pub(super) fn sentence(fact: &LineOfSight, scene: &Scene) -> Line {
    let transmitter = scene.setup.transmitter.as_ref().map(|t| t.name.clone()).unwrap_or_default();
    match fact {
        LineOfSight::Hidden { light, by } => {
            let what = match by {
                Hides::Sitter => "the sitter is",
                Hides::Panel => "a panel is",
            };
            vec![text(format!(
                "{transmitter} sends light, and {what} between it and the {}: it likely does not fire. Turn its sensor to a wall that the light \
                 reaches, move it out to the side, or use radio or a cord.",
                terms::light(scene.setup, light).to_lowercase()
            ))]
        }
        LineOfSight::Needed {} => {
            vec![text(format!("{transmitter} sends light: each unit's sensor must see it, and sunlight drowns it."))]
        }
    }
}

pub(super) const PRESS: &str = "It sees it";
