//! Apertures: `Av` behind an engraved f-number.

use serde::{Deserialize, Serialize};

use super::setting::{HALF, setting};
use crate::refusal::Refusal;

/// A relative aperture, held as `Av = 2·log2 N` (f/1 is 0, each stop is 1).
///
/// # Examples
/// ```
/// use ink_lamp_light::scale::{Aperture, Series};
///
/// let f11 = Aperture::parse("f/11")?;
/// assert_eq!(f11.av(), 7.0);
/// assert!((f11.exact() - 11.3137).abs() < 1e-4);
/// assert_eq!(Aperture::from_av(6.4)?.marking(Series::Third), "9");
/// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
/// ```
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd, Serialize, Deserialize)]
#[serde(try_from = "String", into = "String")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(description = "A relative aperture as marked, in third stops or in half stops; `13 half` where both have the marking and the half is meant.", value_type = String, example = "5.6"))]
pub struct Aperture(f64);

setting!(Aperture, APERTURES, without_f);

fn without_f(text: &str) -> &str {
    let text = text.trim();
    ["f/", "F/", "ƒ/", "ƒ", "f", "F"].iter().find_map(|f| text.strip_prefix(f)).unwrap_or(text)
}

impl Aperture {
    /// f/8, what one begins with in the studio (common practice, no source).
    pub const USUAL: Self = Self(6.0);

    /// From `Av` in stops.
    ///
    /// # Errors
    /// Refuses what lies outside f/0.5 to f/128 (−2 to 14).
    pub fn from_av(av: f64) -> Result<Self, Refusal> {
        if (-2.0..=14.0).contains(&av) {
            Ok(Self(av))
        } else {
            Err(Refusal::new("aperture", format!("An Av of {av} lies outside f/0.5 to f/128 (−2 to 14).")))
        }
    }

    /// From a literal f-number, taken as it stands and not as a marking.
    ///
    /// # Errors
    /// Refuses what lies outside f/0.5 to f/128.
    pub fn from_number(n: f64) -> Result<Self, Refusal> {
        if n > 0.0 && n.is_finite() {
            Self::from_av(2.0 * n.log2())
        } else {
            Err(Refusal::new("aperture", format!("f/{n} does not exist. Give a number from 0.5 to 128.")))
        }
    }

    /// `Av = 2·log2 N`, in stops over f/1.
    #[must_use]
    pub const fn av(self) -> f64 {
        self.0
    }

    /// The exact f-number `N = 2^(Av/2)` behind the marking.
    #[must_use]
    pub fn exact(self) -> f64 {
        (self.0 / 2.0).exp2()
    }
}
