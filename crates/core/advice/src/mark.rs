//! A level with the aperture that a meter shows there.

use ink_lamp_light::{
    meter::{Exposure, Reading},
    scale::{FNumber, Stops, fnumber},
};
use serde::Serialize;

/// A level on the ladder.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Mark {
    /// Stops against the exposure.
    pub stops: Stops,
    /// As written: `−0.9`.
    pub shown: String,
    /// What the meter reads there.
    pub aperture: FNumber,
}

impl Mark {
    pub(super) fn at(level: Stops, exposure: Exposure) -> Self {
        Self { stops: level, shown: level.shown(), aperture: fnumber(Reading::av_for(level, exposure)) }
    }
}
