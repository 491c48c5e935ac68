//! What hangs over the sitter, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    findings::overhead::Overhead,
    words::{
        span::{Line, text},
        terms,
    },
};

pub(super) fn sentence(fact: &Overhead, scene: &Scene) -> Line {
    vec![text(format!(
        "{} hangs over the sitter: a boom rated for it, counterweight, sandbags, a safety cable on every part, and nobody under it while it is moved. Local codes and licensed practice decide.",
        terms::light(scene.setup, &fact.light)
    ))]
}
