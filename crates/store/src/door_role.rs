//! As what somebody may come in.

use serde::{Deserialize, Serialize};

/// As what somebody may come in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum DoorRole {
    /// Everything, and who comes in.
    Owner,
    /// The tape: meters, dials, ticks, notes, frames. No kit, no deleting, no door.
    Assistant,
    /// Looks, and writes nothing.
    Guest,
    /// A meter, transmitter, unit or camera, or the bridge beside it: speaks the devices' protocol and nothing else.
    Device,
}

impl DoorRole {
    /// As it is stored and sent: `owner`.
    #[must_use]
    pub const fn name(self) -> &'static str {
        match self {
            Self::Owner => "owner",
            Self::Assistant => "assistant",
            Self::Guest => "guest",
            Self::Device => "device",
        }
    }

    /// What was stored. What can't be read opens nothing.
    pub(crate) fn read(name: &str) -> Self {
        match name {
            "owner" => Self::Owner,
            "assistant" => Self::Assistant,
            "guest" => Self::Guest,
            _ => Self::Device,
        }
    }
}
