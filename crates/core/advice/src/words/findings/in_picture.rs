//! A light or its stand in the picture, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    findings::in_picture::InPicture,
    words::{
        span::{Line, text},
        terms,
    },
};

pub(super) fn sentence(fact: &InPicture, scene: &Scene) -> Line {
    let name = terms::light(scene.setup, &fact.light);
    let what = if fact.front { name } else { format!("The {}’s stand", name.to_lowercase()) };
    vec![text(format!("{what} is in the picture: move it out to the side, or frame closer."))]
}
