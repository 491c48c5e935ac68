//! Mains, batteries, and the energy of a flash.

use serde::{Deserialize, Serialize};

use crate::{quantity, refusal::Refusal};

quantity! {
    /// Voltage, 1 to 1000 volts.
    Volts, "volts", 1.0 to 1000.0, "V", "voltage"
}
quantity! {
    /// A current, 0.1 to 400 amperes.
    Amperes, "amperes", 0.1 to 400.0, "A", "current"
}

impl Amperes {
    /// A usual breaker (from memory).
    pub const USUAL_BREAKER: Self = Self(16.0);
}

quantity! {
    /// A lamp's power, 1 to 2000 watts.
    Watts, "watts", 1.0 to 2000.0, "W", "lamp"
}

quantity! {
    /// A battery's energy, 0.1 to 10000 watt-hours.
    WattHours, "watt_hours", 0.1 to 10000.0, "Wh", "battery"
}

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
