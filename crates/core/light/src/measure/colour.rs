//! Colour temperatures, and the shifts that gels make.

use serde::{Deserialize, Serialize};

use crate::{quantity, refusal::Refusal};

quantity! {
    /// A colour temperature, 1000 to 40000 kelvin.
    Kelvin, "kelvin", 1000.0 to 40000.0, "K", "colour temperature"
}

impl Kelvin {
    /// What a studio flash is matched to (common practice, no source): 5500 K.
    pub const FLASH: Self = Self(5500.0);

    /// As mired: `10⁶/T`.
    #[must_use]
    pub fn mired(self) -> f64 {
        1e6 / self.0
    }

    /// The shift in mired from this to another: positive warms.
    #[must_use]
    pub fn shift_to(self, other: Self) -> f64 {
        other.mired() - self.mired()
    }

    /// Through gels: `10⁶/(10⁶/T + Σ shift)`. None where no temperature is left.
    #[must_use]
    pub fn through(self, shifts: impl IntoIterator<Item = Mired>) -> Option<Self> {
        Self::new(1e6 / (self.mired() + shifts.into_iter().map(f64::from).sum::<f64>())).ok()
    }

    /// `5500 K`, rounded to tens.
    #[must_use]
    pub fn told(self) -> String {
        format!("{:.0} K", (self.0 / 10.0).round() * 10.0)
    }
}

/// A colour filter's shift in mired, −500 to +500: positive warms.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd, Serialize, Deserialize)]
#[serde(try_from = "f64", into = "f64")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = f64))]
pub struct Mired(f64);

impl TryFrom<f64> for Mired {
    type Error = Refusal;
    fn try_from(shift: f64) -> Result<Self, Refusal> {
        if (-500.0..=500.0).contains(&shift) {
            Ok(Self(shift))
        } else {
            Err(Refusal::new("mired", format!("{shift} mired is no shift of a gel. Give −500 to 500 mired; positive warms.")))
        }
    }
}

impl From<Mired> for f64 {
    fn from(shift: Mired) -> f64 {
        shift.0
    }
}
