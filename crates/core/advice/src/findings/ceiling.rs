//! A light that does not fit under the ceiling.

use ink_lamp_light::measure::Meters;
use ink_lamp_scene::{
    overhead::too_high_by,
    stage::{Placed, Stage},
};

use super::Found;

/// A light does not fit under the ceiling.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Ceiling {
    /// Whose, in the setup's order.
    pub(crate) light: usize,
    /// The ceiling above the floor.
    pub(crate) ceiling: Meters,
    /// By how much it is to be lowered, metres.
    pub(crate) by: f64,
}

pub(super) fn of(stage: &Stage, light: &Placed) -> Option<Found> {
    let fact = Ceiling { light: light.index, by: too_high_by(stage, light)?, ceiling: stage.studio.walls?.ceiling };
    Some(Found::new(fact, stage.setup.lights[light.index].id.as_str()))
}
