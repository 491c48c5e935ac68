use serde::{Deserialize, Serialize};

use super::PowerScale;
use crate::Refusal;

/// Stored electrical energy in watt-seconds (joules), above 0 and up to 10 000.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd, Serialize, Deserialize)]
#[serde(try_from = "f64", into = "f64")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = f64, example = 500.0))]
pub struct WattSeconds(f64);

impl WattSeconds {
    /// From a number.
    ///
    /// # Errors
    /// Refuses what is not above 0 and up to 10 000.
    pub fn new(ws: f64) -> Result<Self, Refusal> {
        if ws > 0.0 && ws <= 10_000.0 {
            Ok(Self(ws))
        } else {
            Err(Refusal::new("rated", format!("{ws} Ws is no rated energy. Give a number above 0 and up to 10000.")))
        }
    }

    /// The number of watt-seconds.
    #[must_use]
    pub const fn get(self) -> f64 {
        self.0
    }
}

impl TryFrom<f64> for WattSeconds {
    type Error = Refusal;
    fn try_from(ws: f64) -> Result<Self, Refusal> {
        Self::new(ws)
    }
}

impl From<WattSeconds> for f64 {
    fn from(ws: WattSeconds) -> f64 {
        ws.0
    }
}

/// A flash unit as the photographer knows it: its name and how its power is set.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Unit {
    /// What it is called on set, 1 to 60 characters.
    #[serde(deserialize_with = "crate::setup::name")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 60))]
    pub name: String,
    /// Energy at full power, where it is known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub rated: Option<WattSeconds>,
    /// How its dial is written.
    #[cfg_attr(feature = "schema", schema(value_type = super::PowerScaleSpec))]
    pub scale: PowerScale,
}
