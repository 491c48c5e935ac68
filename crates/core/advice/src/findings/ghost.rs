//! What the room draws of a movement beside the flash.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::movement::MovementKind;
use serde::Serialize;

use super::Found;

/// A ghost below this is not seen, stops against the flash (a judgement).
const SEEN_GHOST: f64 = -6.0;

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
    let setup = scene.setup;
    let ((movement, camera), room) = setup.holds.movement.zip(setup.camera.as_ref()).zip(scene.levels.room_level)?;
    let drawn = movement.ghost(room, camera.exposure.shutter)?;
    if drawn.level.get() < SEEN_GHOST || drawn.smear < 2.0 * f64::from(movement.blur) {
        return None;
    }
    Some(Found::new(Ghost { movement: movement.kind, smear: drawn.smear, level: drawn.level }, "room"))
}
