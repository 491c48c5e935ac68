//! Catch-lights that are missing, as it is said.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::role::LightId;

use crate::{
    findings::catch_lights::CatchLights,
    words::{
        span::{Line, text},
        terms,
    },
};

pub(super) fn sentence(fact: &CatchLights, scene: &Scene) -> Line {
    let name = |light: &LightId| terms::light(scene.setup, light);
    match fact {
        CatchLights::Unseen { light, pattern } => {
            vec![text(format!("{} comes from where no eye sees it: {}.", name(light), pattern.name()))]
        }
        CatchLights::Missing { light, left, both, other_has } => {
            let which = |left: &bool| if *left { "left in the picture" } else { "right in the picture" };
            let eyes: Vec<&str> = left.iter().map(which).collect();
            let eye = if *both { "either eye".to_owned() } else { format!("the eye {}", eyes.join(" and ")) };
            let fill = if *other_has { " The fill has one there." } else { "" };
            vec![text(format!("{} leaves no catch-light in {eye}: bring it toward the front, or lower.{fill}", name(light)))]
        }
    }
}
