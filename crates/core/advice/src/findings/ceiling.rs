//! A light that does not fit under the ceiling.

use ink_lamp_light::measure::Meters;
use ink_lamp_scene::{
    overhead::too_high_by,
    stage::{Placed, Stage},
};
use ink_lamp_sitting::role::LightId;
use serde::Serialize;

use super::Found;

/// A light does not fit under the ceiling.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Ceiling {
    /// Whose.
    pub(crate) light: LightId,
    /// The ceiling above the floor.
    pub(crate) ceiling: Meters,
    /// By how much it is to be lowered, metres.
    pub(crate) by: f64,
}

pub(super) fn of(stage: &Stage, light: &Placed) -> Option<Found> {
    let id = &stage.setup.lights[light.index].id;
    let fact = Ceiling { light: id.clone(), by: too_high_by(stage, light)?, ceiling: stage.studio.walls?.ceiling };
    Some(Found::new(fact, id.as_str()))
}
