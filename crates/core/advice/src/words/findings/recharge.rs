//! Units that are not ready in time, and batteries that are nearly empty, as it is said.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::role::LightId;

use crate::{
    findings::recharge::Recharge,
    words::{
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &Recharge, scene: &Scene) -> Line {
    let name = |light: &LightId| terms::light(scene.setup, light);
    match fact {
        Recharge::Slow { light, ready, pace } => {
            vec![
                text(format!("{} is ready in ", name(light))),
                strong(format!("{ready:.1} s")),
                text(format!(", and a frame is wanted each {pace} s. Less power or a second unit.")),
            ]
        }
        Recharge::Few { light, pops } => {
            vec![
                text(format!("{} has about ", name(light))),
                strong(format!("{pops} pops")),
                text(" in a full charge at this power. Have a second battery."),
            ]
        }
    }
}

pub(super) const fn press(fact: &Recharge) -> &'static str {
    match fact {
        Recharge::Slow { .. } => "I wait for it",
        Recharge::Few { .. } => "There is a second one",
    }
}
