//! A light or its stand in the picture, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::findings::in_picture::InPicture;

pub(super) fn sentence(fact: &InPicture, scene: &Scene) -> String {
    let name = scene.setup.lights[fact.light].name();
    let what = if fact.front { name } else { format!("The {}’s stand", name.to_lowercase()) };
    format!("{what} is in the picture: move it out to the side, or frame closer.")
}
