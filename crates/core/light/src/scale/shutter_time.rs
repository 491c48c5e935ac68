//! Shutter times: `Tv` behind a printed fraction.

use serde::{Deserialize, Serialize};

use super::setting::{HALF, setting};
use crate::refusal::Refusal;

/// An exposure time, held as `Tv = −log2 t` with `t` in seconds (1 s is 0, 1/125 is 7).
///
/// # Examples
/// ```
/// use ink_lamp_light::scale::ShutterTime;
///
/// let sixtieth = ShutterTime::parse("1/60")?;
/// assert_eq!(sixtieth.seconds(), 1.0 / 64.0);
/// assert!(ShutterTime::parse("1/150").is_err());
/// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
/// ```
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd, Serialize, Deserialize)]
#[serde(try_from = "String", into = "String")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(description = "A shutter time as marked, in third stops: `1/160`, `2`.", value_type = String, example = "1/160"))]
pub struct ShutterTime(f64);

setting!(ShutterTime, SHUTTER_TIMES, without_seconds);

fn without_seconds(text: &str) -> &str {
    let text = text.trim();
    text.strip_suffix('s').unwrap_or(text).trim_end()
}

impl ShutterTime {
    /// 1/125 s, what one begins with in the studio: most shutters sync there (common practice, no source).
    pub const USUAL: Self = Self(7.0);

    /// From `Tv` in stops.
    ///
    /// # Errors
    /// Refuses what lies outside 64 s to 1/16384 s (−6 to 14).
    pub fn from_tv(tv: f64) -> Result<Self, Refusal> {
        if (-6.0..=14.0).contains(&tv) {
            Ok(Self(tv))
        } else {
            Err(Refusal::new("shutter", format!("A Tv of {tv} lies outside 60 s to 1/16000 s (−6 to 14).")))
        }
    }

    /// `Tv = −log2 t`, in stops shorter than 1 s.
    #[must_use]
    pub const fn tv(self) -> f64 {
        self.0
    }

    /// The exact time in seconds behind the marking.
    #[must_use]
    pub fn seconds(self) -> f64 {
        (-self.0).exp2()
    }
}
