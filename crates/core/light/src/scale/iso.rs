//! ISO speeds: `Sv` behind a printed number.

use serde::{Deserialize, Serialize};

use super::setting::{HALF, setting};
use crate::refusal::Refusal;

/// A film or sensor speed, held in stops over ISO 100; `Sv = 5 + stops`.
///
/// # Examples
/// ```
/// use ink_lamp_light::scale::Iso;
///
/// assert_eq!(Iso::parse("200")?.sv(), 6.0);
/// assert_eq!(Iso::parse("-5").unwrap_err().field, "iso");
/// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
/// ```
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd, Serialize, Deserialize)]
#[serde(try_from = "String", into = "String")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(description = "A film or sensor speed as marked, in third stops or in half stops; `13 half` where both have the marking and the half is meant.", value_type = String, example = "100"))]
pub struct Iso(f64);

setting!(Iso, ISOS, without_iso);

fn without_iso(text: &str) -> &str {
    let text = text.trim();
    ["ISO", "iso", "Iso"].iter().find_map(|i| text.strip_prefix(i)).unwrap_or(text).trim_start()
}

impl Iso {
    /// ISO 100, what one begins with in the studio (common practice, no source).
    pub const USUAL: Self = Self(0.0);

    /// From stops over ISO 100.
    ///
    /// # Errors
    /// Refuses what lies outside ISO 3.125 to 409600 (−5 to 12).
    pub fn from_stops_over_100(stops: f64) -> Result<Self, Refusal> {
        if (-5.0..=12.0).contains(&stops) {
            Ok(Self(stops))
        } else {
            Err(Refusal::new("iso", format!("{stops} stops over ISO 100 lie outside ISO 3.2 to 409600 (−5 to 12).")))
        }
    }

    /// `Sv = log2(S/3.125)`: ISO 100 is 5.
    #[must_use]
    pub fn sv(self) -> f64 {
        self.0 + 5.0
    }

    /// Stops over ISO 100.
    #[must_use]
    pub const fn stops_over_100(self) -> f64 {
        self.0
    }

    /// The exact arithmetic speed behind the marking.
    #[must_use]
    pub fn exact(self) -> f64 {
        100.0 * self.0.exp2()
    }
}
