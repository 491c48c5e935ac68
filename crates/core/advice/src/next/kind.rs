//! Kinds of next move.

use serde::Serialize;

use super::{
    Move,
    light::{DialMove, LightMove},
};

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
    /// Move a light, where its dial can't do it or that is surer.
    Distance,
    /// The room alone is over what the light should give.
    RoomOver,
    /// Neither dial nor distance brings a light to its wish, or the others alone are over it.
    OutOfReach,
    /// Read all lights together.
    MeterWhole,
    /// The whole and its parts do not agree.
    FindWhatMoved,
    /// Something would spoil the frame.
    Mend,
    /// Nothing to change.
    Shoot,
    /// In a drill that is done alone: nothing is told.
    Yours,
}

impl Move {
    /// Whether it is about lights that fire: a reading of one, a dial, a distance.
    pub(crate) const fn is_about_lights(&self) -> bool {
        matches!(self, Self::Automatic(_) | Self::MeterLight(_) | Self::Light(_) | Self::MeterWhole(_) | Self::FindWhatMoved(_))
    }

    /// Its kind.
    pub(crate) const fn kind(&self) -> MoveKind {
        match self {
            Self::MeterRoom => MoveKind::MeterRoom,
            Self::SetCamera => MoveKind::SetCamera,
            Self::Room(_) => MoveKind::MoveRoom,
            Self::Follow(_) => MoveKind::MoveCamera,
            Self::Automatic(_) => MoveKind::LockInManual,
            Self::ChooseRatio | Self::LowerRatio(_) => MoveKind::ChooseRatio,
            Self::MeterLight(_) => MoveKind::MeterLight,
            Self::Light(LightMove::RoomOver { .. }) => MoveKind::RoomOver,
            Self::Light(LightMove::OutOfReach(_) | LightMove::OthersOver { .. }) => MoveKind::OutOfReach,
            // The dial stays where it is.
            Self::Light(LightMove::Dial(DialMove { stays: true, .. })) => MoveKind::Distance,
            Self::Light(LightMove::By { .. } | LightMove::Dial(_)) => MoveKind::Dial,
            Self::MeterWhole(_) => MoveKind::MeterWhole,
            Self::FindWhatMoved(_) => MoveKind::FindWhatMoved,
            Self::Shoot => MoveKind::Shoot,
            Self::Yours => MoveKind::Yours,
        }
    }
}
