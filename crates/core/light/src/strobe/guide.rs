//! Guide numbers and what a rated energy is good for.
//!
//! `N = GN/d`, `GN_S = GN_100·√(S/100)`, `GN ~ √energy`; `H = I_t/d² = C·N²/S`, so `I_t = C·GN²/S`; `I_t = W·η·G/4π`. Closed form but for the
//! efficacy η of xenon flash, 30 to 60 lm s per watt-second, from memory. A guide number holds for a bare reflector at several times its width.

use std::f64::consts::PI;

use serde::{Deserialize, Serialize};

use crate::{
    measure::{LengthUnit, Meters, WattSeconds},
    quantity,
    scale::{IncidentConstant, Iso, Stops},
};

/// Light that a xenon flash gives for its energy, lm s per watt-second: the middle of 35 to 45, from memory.
pub const EFFICACY: f64 = 40.0;
/// Metres in a foot (international foot, exact).
pub const FOOT: f64 = 0.3048;

quantity! {
    /// A guide number as printed, 1 to 1000.
    GuideValue, "guide", 1.0 to 1000.0, "as number", "guide number"
}

/// A guide number with what it was given for.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GuideNumber {
    /// As printed.
    pub number: GuideValue,
    /// Metres or feet: the two differ by a factor of 3.28, that is 3.4 stops.
    pub length: LengthUnit,
    /// For which ISO.
    pub iso: Iso,
}

impl GuideNumber {
    /// The same in metres at ISO 100.
    #[must_use]
    pub fn metres_at_100(self) -> f64 {
        let metres = match self.length {
            LengthUnit::Metres => self.number.get(),
            LengthUnit::Feet => self.number.get() * FOOT,
        };
        metres / (self.iso.exact() / 100.0).sqrt()
    }

    /// Beam candela-seconds on the axis.
    #[must_use]
    pub fn candela_seconds(self, c: IncidentConstant) -> f64 {
        candela_seconds(self.metres_at_100(), 100.0, c)
    }
}

/// `N = GN/d`, as `Av`.
#[must_use]
pub fn av_at(guide_metres: f64, distance: Meters) -> f64 {
    2.0 * (guide_metres / distance.get()).log2()
}

/// `d = GN/N`, metres, for a guide number of the same ISO.
#[must_use]
pub fn distance_at(guide_metres: f64, n: f64) -> f64 {
    guide_metres / n
}

/// A guide number for ISO 100 at another speed.
#[must_use]
pub fn at_speed(guide_100: f64, speed: f64) -> f64 {
    guide_100 * (speed / 100.0).sqrt()
}

/// A guide number at a part of the energy: `GN·√fraction`.
#[must_use]
pub fn at_power(guide: f64, power: Stops) -> f64 {
    guide * power.factor().sqrt()
}

/// `I_t = C·GN²/S`.
#[must_use]
pub fn candela_seconds(guide_metres: f64, speed: f64, c: IncidentConstant) -> f64 {
    c.get() * guide_metres * guide_metres / speed
}

/// The constant `K` of the feet form `GN² = K·I_t·S`.
#[must_use]
pub fn feet_constant(c: IncidentConstant) -> f64 {
    1.0 / (c.get() * FOOT * FOOT)
}

/// The meter constant `C` that a feet form's `K` stands for.
#[must_use]
pub fn constant_of_feet(k: f64) -> f64 {
    1.0 / (k * FOOT * FOOT)
}

/// What a rated energy gives on the axis of something with gain `gain` over an even sphere: lm s and cd s.
#[must_use]
pub fn of_energy(energy: WattSeconds, efficacy: f64, gain: f64) -> (f64, f64) {
    let light = energy.get() * efficacy;
    (light, light * gain / (4.0 * PI))
}

/// The guide number in metres of a candela-second figure.
#[must_use]
pub fn of_candela_seconds(candela_seconds: f64, speed: f64, c: IncidentConstant) -> f64 {
    (candela_seconds * speed / c.get()).sqrt()
}

/// From one energy to another, stops.
#[must_use]
pub fn energy_change(from: WattSeconds, to: WattSeconds) -> Stops {
    Stops::of((to.get() / from.get()).log2())
}
