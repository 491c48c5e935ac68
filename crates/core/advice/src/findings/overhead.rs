//! What hangs over the sitter.

use ink_lamp_scene::{
    overhead::is_overhead,
    stage::{Placed, Stage},
};
use ink_lamp_sitting::role::LightId;
use serde::Serialize;

use super::Found;

/// A light hangs over the sitter.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Overhead {
    /// Whose.
    pub(crate) light: LightId,
}

pub(super) fn of(stage: &Stage, light: &Placed) -> Option<Found> {
    let id = &stage.setup.lights[light.index].id;
    is_overhead(stage, light).then(|| Found::new(Overhead { light: id.clone() }, id.as_str()))
}
