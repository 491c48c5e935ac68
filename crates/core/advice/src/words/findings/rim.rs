//! Lights from behind that light only the back, or shine into the lens, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{findings::rim::Rim, words::plan::rims};

pub(super) fn sentence(fact: &Rim, scene: &Scene) -> String {
    let (Rim::NoWrap(rim) | Rim::Flare(rim)) = fact;
    format!("{}, {}", scene.setup.lights[rim.index].name(), rims::rim(rim, scene.setup.length))
}
