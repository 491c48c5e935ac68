//! What the room draws of a movement beside the flash.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::{
    freeze::{self, RoomGhost},
    scene::Scene,
};
use ink_lamp_sitting::movement::MovementKind;
use serde::Serialize;

use super::Found;

/// A moving sitter draws a ghost.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Ghost {
    /// What moves.
    pub(crate) movement: MovementKind,
    /// How long it is, millimetres.
    pub(crate) smear: f64,
    /// Against the flash, at its brightest.
    pub(crate) level: Stops,
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let RoomGhost { movement, drawn, .. } = freeze::ghost(scene.setup, scene.levels.room_level)?;
    Some(Found::new(Ghost { movement, smear: drawn.smear, level: drawn.level }, "room"))
}
