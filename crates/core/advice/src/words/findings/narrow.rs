//! Paper narrower than the picture, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    findings::narrow::Narrow,
    words::{
        plan::ground,
        span::{Line, text},
    },
};

pub(super) fn sentence(fact: &Narrow, scene: &Scene) -> Line {
    vec![text(ground::narrow(&fact.0, scene.setup.length))]
}
