//! What automatic flash gave, and how light the scene was.

use ink_lamp_light::{scale::Stops, strobe::Dial};
use serde::{Deserialize, Serialize};

/// How light a scene is on the whole: automatic exposure is pulled down by a light one and pushed up by a dark one.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Tone {
    /// Mostly white: correct by about +1 to +1.5.
    Light,
    /// Neither.
    Middle,
    /// Mostly black: correct to the minus side.
    Dark,
}

impl Tone {
    /// The correction that an automatic frame deserves (common practice, no source; the middle of the usual range).
    #[must_use]
    pub const fn correction(self) -> Stops {
        Stops::constant(match self {
            Self::Light => 1.3,
            Self::Middle => 0.0,
            Self::Dark => -1.3,
        })
    }
}

/// What automatic flash gave.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Automatic {
    /// The power.
    pub gave: Dial,
    /// How light the scene was.
    pub tone: Tone,
}
