//! Exposure values and what they mean in photometric units.
//!
//! Source: the meter equations of ISO 2720 from memory, `N²/t = E·S/C` (incident) and `N²/t = L·S/K` (reflected);
//! remembered ranges are C 240–400 (flat), 320–540 (dome) and K 10.6–13.4.

use serde::{Deserialize, Serialize};

use super::{aperture::Aperture, iso::Iso, shutter_time::ShutterTime, stops::Stops};
use crate::refusal::Refusal;

/// Incident constant of a flat receptor, lx s (ISO 2720 range 240–400, from memory).
pub const FLAT_C: IncidentConstant = IncidentConstant(250.0);
/// Incident constant of a dome, lx s (ISO 2720 range 320–540, from memory). Dome "lux" is an effective value.
pub const DOME_C: IncidentConstant = IncidentConstant(340.0);
/// Reflected-light constant, cd s/m² (ISO 2720 range 10.6–13.4, from memory).
pub const REFLECTED_K: ReflectedConstant = ReflectedConstant(12.5);

macro_rules! positive {
    ($(#[$doc:meta])* $name:ident, $field:literal, $unit:literal) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, PartialOrd, Serialize, Deserialize)]
        #[serde(try_from = "f64", into = "f64")]
        pub struct $name(f64);

        impl $name {
            #[doc = concat!("From a number of ", $unit, ".")]
            ///
            /// # Errors
            /// Refuses what is not finite and above zero.
            pub fn new(value: f64) -> Result<Self, Refusal> {
                if value.is_finite() && value > 0.0 {
                    Ok(Self(value))
                } else {
                    Err(Refusal::new($field, format!("{value} {} is not possible. Give a number above 0.", $unit)))
                }
            }

            #[doc = concat!("The number of ", $unit, ".")]
            #[must_use]
            pub const fn get(self) -> f64 {
                self.0
            }
        }

        impl TryFrom<f64> for $name {
            type Error = Refusal;
            fn try_from(value: f64) -> Result<Self, Refusal> {
                Self::new(value)
            }
        }

        impl From<$name> for f64 {
            fn from(value: $name) -> f64 {
                value.0
            }
        }
    };
}

positive!(/// Illuminance in lux.
    Lux, "illuminance", "lx");
positive!(/// Luminance in cd/m².
    Luminance, "luminance", "cd/m²");
positive!(/// Luminous exposure at the subject in lux seconds: what a flash gives.
    LuminousExposure, "luminous_exposure", "lx s");
positive!(/// Calibration constant C of an incident meter, lx s.
    IncidentConstant, "constant", "lx s");
positive!(/// Calibration constant K of a reflected-light meter, cd s/m².
    ReflectedConstant, "constant", "cd s/m²");

/// Exposure value at the ISO that is set: `EV = Av + Tv`.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd)]
pub struct Ev(f64);

impl Ev {
    /// Of a camera setting.
    #[must_use]
    pub fn of(aperture: Aperture, time: ShutterTime) -> Self {
        Self(aperture.av() + time.tv())
    }

    /// The exposure value.
    #[must_use]
    pub const fn get(self) -> f64 {
        self.0
    }

    /// The same light at ISO 100: `EV100 = EV − log2(S/100)`.
    #[must_use]
    pub fn at_100(self, iso: Iso) -> Ev100 {
        Ev100(self.0 - iso.stops_over_100())
    }

    /// The aperture in `Av` that gives this exposure value at `time`; it can lie outside what lenses have.
    #[must_use]
    pub fn av_at(self, time: ShutterTime) -> f64 {
        self.0 - time.tv()
    }
}

/// Exposure value at ISO 100: a measure of light.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd)]
pub struct Ev100(f64);

impl Ev100 {
    /// From a number.
    ///
    /// # Errors
    /// Refuses what is not finite or lies beyond ±64.
    pub fn new(ev: f64) -> Result<Self, Refusal> {
        Stops::new(ev).map(|s| Self(s.get())).map_err(|r| r.at("ev100"))
    }

    /// The exposure value.
    #[must_use]
    pub const fn get(self) -> f64 {
        self.0
    }

    /// The same light read at another ISO.
    #[must_use]
    pub fn at_iso(self, iso: Iso) -> Ev {
        Ev(self.0 + iso.stops_over_100())
    }

    /// `EV100 = log2(100·E/C)`.
    #[must_use]
    pub fn from_illuminance(illuminance: Lux, c: IncidentConstant) -> Self {
        Self((100.0 * illuminance.0 / c.0).log2())
    }

    /// `E = (C/100)·2^EV100`.
    #[must_use]
    pub fn illuminance(self, c: IncidentConstant) -> Lux {
        Lux(c.0 / 100.0 * self.0.exp2())
    }

    /// `EV100 = log2(100·L/K)`.
    #[must_use]
    pub fn from_luminance(luminance: Luminance, k: ReflectedConstant) -> Self {
        Self((100.0 * luminance.0 / k.0).log2())
    }

    /// `L = (K/100)·2^EV100`.
    #[must_use]
    pub fn luminance(self, k: ReflectedConstant) -> Luminance {
        Luminance(k.0 / 100.0 * self.0.exp2())
    }

    /// Exposure time in seconds at an aperture and ISO.
    #[must_use]
    pub fn seconds_at(self, aperture: Aperture, iso: Iso) -> f64 {
        (aperture.av() - self.at_iso(iso).0).exp2()
    }
}

impl LuminousExposure {
    /// What a flash must give at the subject for an aperture and ISO: `H = C·N²/S`.
    #[must_use]
    pub fn for_flash(av: f64, iso: Iso, c: IncidentConstant) -> Self {
        Self(c.0 * av.exp2() / iso.exact())
    }
}

/// The reflectance that a pair of meter constants implies: `π·K/C`.
#[must_use]
pub fn implied_reflectance(k: ReflectedConstant, c: IncidentConstant) -> f64 {
    std::f64::consts::PI * k.0 / c.0
}

/// The meter constants that follow from the camera equation `H = 10/S` with lens factor `q` for a reflectance:
/// `K = 10/q`, `C = π·K/ρ` (ISO 2720 and ISO 12232 relations, from memory).
///
/// # Errors
/// Refuses a reflectance or lens factor that is not within (0, 1].
pub fn camera_equation(reflectance: f64, q: f64) -> Result<(IncidentConstant, ReflectedConstant), Refusal> {
    for (value, field) in [(reflectance, "reflectance"), (q, "q")] {
        if !(value > 0.0 && value <= 1.0) {
            return Err(Refusal::new(field, format!("{value} is not possible. Give a number above 0 and up to 1.")));
        }
    }
    let k = 10.0 / q;
    Ok((IncidentConstant(std::f64::consts::PI * k / reflectance), ReflectedConstant(k)))
}
