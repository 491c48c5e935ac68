//! What hangs over the sitter.

use ink_lamp_scene::{
    overhead::is_overhead,
    stage::{Placed, Stage},
};

use super::Found;

/// A light hangs over the sitter.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Overhead {
    /// Whose, in the setup's order.
    pub(crate) light: usize,
}

pub(super) fn of(stage: &Stage, light: &Placed) -> Option<Found> {
    let id = stage.setup.lights[light.index].id.as_str();
    is_overhead(stage, light).then(|| Found::new(Overhead { light: light.index }, id))
}
