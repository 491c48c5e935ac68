//! What tone a grey becomes when it lies some stops from the exposure: the plain sRGB encoding, no camera curve.
//!
//! Source: IEC 61966-2-1 transfer function, from memory; checked against the reference cases of topic 6.
//! A real camera's tone curve, lens flare and light from the room usually set the black, not this arithmetic.

use super::stops::Stops;
use crate::refusal::Refusal;

/// A diffuse reflectance within (0, 1]. A mid-grey is 0.18.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd)]
pub struct Reflectance(f64);

impl Reflectance {
    /// The mid-grey that an exposure is set for.
    pub const MID_GREY: Self = Self(0.18);

    /// The share.
    #[must_use]
    pub const fn get(self) -> f64 {
        self.0
    }

    /// From a number.
    ///
    /// # Errors
    /// Refuses what is not above 0 and up to 1.
    pub fn new(value: f64) -> Result<Self, Refusal> {
        if value > 0.0 && value <= 1.0 {
            Ok(Self(value))
        } else {
            Err(Refusal::new("reflectance", format!("{value} is no reflectance. Give a number above 0 and up to 1.")))
        }
    }
}

/// Linear value, 1 being full scale, of a surface `level` stops from the exposure.
#[must_use]
pub fn grey_linear(surface: Reflectance, level: Stops) -> f64 {
    surface.0 * level.factor()
}

/// The same, encoded: `12.92·L` up to 0.0031308, `1.055·L^(1/2.4) − 0.055` above; 0 to 1, clipped at 1.
#[must_use]
pub fn grey_srgb(surface: Reflectance, level: Stops) -> f64 {
    let linear = grey_linear(surface, level).min(1.0);
    if linear <= 0.003_130_8 { 12.92 * linear } else { 1.055 * linear.powf(1.0 / 2.4) - 0.055 }
}

/// The same as an 8-bit code, rounded half up. A mid-grey on the exposure is 118.
#[must_use]
#[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "0 to 255 by construction")]
pub fn grey_code(surface: Reflectance, level: Stops) -> u8 {
    (255.0 * grey_srgb(surface, level) + 0.5).floor() as u8
}

/// The linear value below which a code is at most `code`: the decoded `(code + 0.5)/255`.
#[must_use]
pub fn linear_of_code_limit(code: u8) -> f64 {
    decoded(((f64::from(code) + 0.5) / 255.0).min(1.0))
}

/// The linear value behind an encoded one, 0 to 1.
fn decoded(v: f64) -> f64 {
    if v <= 0.040_45 { v / 12.92 } else { ((v + 0.055) / 1.055).powf(2.4) }
}

/// The level that a code tells of a surface, the plain encoding taken back; code 0 is read as half a code.
#[must_use]
pub fn level_of_code(surface: Reflectance, code: u8) -> Stops {
    Stops::of((decoded(f64::from(code).max(0.5) / 255.0) / surface.0).log2())
}

/// From how many stops under the exposure on a surface is encoded as `code` or darker.
#[must_use]
pub fn black_from(surface: Reflectance, code: u8) -> Stops {
    Stops::of((surface.0 / linear_of_code_limit(code)).log2())
}
