//! Lights from behind that light only the back, or shine into the lens, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    findings::rim::Rim,
    words::{
        plan::rims,
        span::{Line, text},
        terms,
    },
};

pub(super) fn sentence(fact: &Rim, scene: &Scene) -> Line {
    let (Rim::NoWrap(rim) | Rim::Flare(rim)) = fact;
    vec![text(format!("{}, {}", terms::light(scene.setup, &rim.light), rims::rim(rim, scene.setup.length)))]
}
