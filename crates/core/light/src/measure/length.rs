//! Lengths: distances in a studio, heights, fronts, and what a lens and a sensor are measured in.

use serde::{Deserialize, Serialize};

use crate::{quantity, refusal::Refusal, scale::Stops};

/// A distance in metres, 0.05 to 50.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd, Serialize, Deserialize)]
#[serde(try_from = "f64", into = "f64")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = f64, example = 1.5, minimum = 0.05, maximum = 50.0))]
pub struct Meters(f64);

impl Meters {
    /// From a number.
    ///
    /// # Errors
    /// Refuses what lies outside 0.05 m to 50 m.
    pub fn new(metres: f64) -> Result<Self, Refusal> {
        if (0.05..=50.0).contains(&metres) {
            Ok(Self(metres))
        } else {
            Err(Refusal::new("distance", format!("{metres} m is no distance in a studio. Give 0.05 to 50 metres.")))
        }
    }

    /// A distance that is known to be one: for constants.
    ///
    /// # Panics
    /// Where it is none, while the constant is worked out.
    #[must_use]
    pub const fn constant(metres: f64) -> Self {
        assert!(metres >= 0.05 && metres <= 50.0);
        Self(metres)
    }

    /// The number of metres.
    #[must_use]
    pub const fn get(self) -> f64 {
        self.0
    }

    /// The fall-off of a small source when it goes from this distance to another, in stops: `−2·log2(d₂/d₁)`.
    /// A soft source nearer than its own width falls off more slowly.
    #[must_use]
    pub fn falloff_to(self, other: Self) -> Stops {
        Stops::of(-2.0 * (other.0 / self.0).log2())
    }

    /// As it is told: `2.90 m`, `9.5 ft`.
    #[must_use]
    pub fn told(self, unit: LengthUnit) -> String {
        let suffix = match unit {
            LengthUnit::Metres => "m",
            LengthUnit::Feet => "ft",
        };
        format!("{} {suffix}", self.number(unit))
    }

    /// The same without its unit, for the first of two: `2.20 to 2.80 m`.
    #[must_use]
    pub fn number(self, unit: LengthUnit) -> String {
        match unit {
            LengthUnit::Metres => format!("{:.2}", self.0),
            LengthUnit::Feet => format!("{:.1}", self.0 / 0.3048),
        }
    }
}

impl TryFrom<f64> for Meters {
    type Error = Refusal;
    fn try_from(metres: f64) -> Result<Self, Refusal> {
        Self::new(metres)
    }
}

impl From<Meters> for f64 {
    fn from(metres: Meters) -> f64 {
        metres.0
    }
}

/// Metres or feet, for every distance that is told.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum LengthUnit {
    /// Metres.
    #[default]
    Metres,
    /// Feet.
    Feet,
}

quantity! {
    /// A length on a camera, 1 to 2000 millimetres.
    Millimetres, "millimetres", 1.0 to 2000.0, "mm", "length on a camera"
}
quantity! {
    /// Distance from pixel to pixel, 0.5 to 50 micrometres.
    Micrometres, "pixel_pitch", 0.5 to 50.0, "µm", "pixel pitch"
}

quantity! {
    /// A length of a front or a panel, 0.02 to 6 metres.
    Extent, "size", 0.02 to 6.0, "m", "size of a modifier (a 90 cm box is 0.9 m wide)"
}

quantity! {
    /// A height above the floor, 0 to 12 metres.
    Height, "height", 0.0 to 12.0, "m", "height in a studio"
}
