//! Kinds of next move.

use serde::Serialize;

/// Kinds of move.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum MoveKind {
    /// Read the room, flash off.
    MeterRoom,
    /// Set the camera for the first time.
    SetCamera,
    /// Change the camera for the room's sake.
    MoveRoom,
    /// Change the camera to what the lights give.
    MoveCamera,
    /// Set in manual what automatic flash gave.
    LockInManual,
    /// Choose the ratio.
    ChooseRatio,
    /// Read a light alone.
    MeterLight,
    /// Turn a dial.
    Dial,
    /// Move a light, where its dial can't do it.
    Distance,
    /// The room alone is over what the light should give.
    RoomOver,
    /// Read all lights together.
    MeterWhole,
    /// The whole and its parts do not agree.
    FindWhatMoved,
    /// Nothing to change.
    Shoot,
}
