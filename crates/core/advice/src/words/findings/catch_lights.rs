//! Catch-lights that are missing, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::findings::catch_lights::CatchLights;

pub(super) fn sentence(fact: &CatchLights, scene: &Scene) -> String {
    let name = |light: usize| scene.setup.lights[light].name();
    match fact {
        CatchLights::Unseen { light, pattern } => format!("{} comes from where no eye sees it: {}.", name(*light), pattern.name()),
        CatchLights::Missing { light, left, both, other_has } => {
            let which = |left: &bool| if *left { "left in the picture" } else { "right in the picture" };
            let eyes: Vec<&str> = left.iter().map(which).collect();
            let eye = if *both { "either eye".to_owned() } else { format!("the eye {}", eyes.join(" and ")) };
            let fill = if *other_has { " The fill has one there." } else { "" };
            format!("{} leaves no catch-light in {eye}: bring it toward the front, or lower.{fill}", name(*light))
        }
    }
}
