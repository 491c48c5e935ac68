//! Differences in stops.

use std::{
    fmt,
    ops::{Add, AddAssign, Mul, Neg, Sub},
};

use serde::{Deserialize, Serialize};

use crate::refusal::Refusal;

/// A difference of exposure in stops: base-2 logarithm of the ratio of two amounts of light. Always finite.
///
/// # Examples
/// ```
/// use ink_lamp_light::scale::Stops;
///
/// let under = Stops::new(-0.92)?;
/// assert_eq!(under.shown(), "−0.9");
/// assert_eq!(under.size(), "0.9 stop");
/// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
/// ```
#[derive(Debug, Clone, Copy, Default, PartialEq, PartialOrd, Serialize, Deserialize)]
#[serde(try_from = "f64", into = "f64")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = f64, description = "Stops: base-2 logarithm of a ratio of amounts of light"))]
pub struct Stops(f64);

impl Stops {
    /// No difference.
    pub const ZERO: Self = Self(0.0);
    /// Reachable span on either side: past it a number is a slip, not light.
    const LIMIT: f64 = 64.0;

    /// Stops from a number.
    ///
    /// # Errors
    /// Refuses what is not finite or lies beyond ±64 stops.
    pub fn new(stops: f64) -> Result<Self, Refusal> {
        if stops.is_finite() && stops.abs() <= Self::LIMIT {
            Ok(Self(stops))
        } else {
            Err(Refusal::new("stops", format!("{stops} is no number of stops. Give one from −64 to 64.")))
        }
    }

    /// Stops known to be finite: sums and logarithms of values that were checked before. Anything else is brought to the limit.
    #[inline]
    pub fn of(stops: f64) -> Self {
        if stops.is_nan() { Self(-Self::LIMIT) } else { Self(stops.clamp(-Self::LIMIT, Self::LIMIT)) }
    }

    /// A constant, checked at compile time by whoever writes it.
    pub const fn constant(stops: f64) -> Self {
        Self(stops)
    }

    /// The number of stops.
    #[must_use]
    #[inline]
    pub const fn get(self) -> f64 {
        self.0
    }

    /// Whether there is no difference at all.
    #[must_use]
    #[allow(clippy::trivially_copy_pass_by_ref, reason = "serde hands a reference")]
    pub fn is_zero(&self) -> bool {
        self.0 == 0.0
    }

    /// The size without its sign.
    #[must_use]
    #[inline]
    pub fn abs(self) -> Self {
        Self(self.0.abs())
    }

    /// Rounded to tenths as people are told it, in whole tenths (half away from zero).
    ///
    /// A hair (1e-9) is added first, so that a sum such as 5.1 − 6.0 lands on the tenth it stands for.
    #[must_use]
    #[allow(clippy::cast_possible_truncation, reason = "at most ±640")]
    #[inline]
    pub fn tenths(self) -> i32 {
        (self.0 * 10.0 + self.0.signum() * 1e-9).round() as i32
    }

    /// With sign and one decimal, `0.0` without sign, a true minus: `+0.3`, `−0.9`, `0.0`.
    #[must_use]
    pub fn shown(self) -> String {
        let tenths = self.tenths();
        let sign = match tenths.signum() {
            1 => "+",
            -1 => "−",
            _ => "",
        };
        told(sign, tenths)
    }

    /// Size with one decimal, no sign and no unit: `0.7`.
    #[must_use]
    pub fn number(self) -> String {
        told("", self.tenths())
    }

    /// Size in words: `0.7 stop`, `1.0 stop`, `2.3 stops`.
    #[must_use]
    pub fn size(self) -> String {
        let unit = if self.tenths().abs() > 10 { "stops" } else { "stop" };
        format!("{} {unit}", self.number())
    }

    /// The factor in light: `2^stops`.
    #[must_use]
    pub fn factor(self) -> f64 {
        self.0.exp2()
    }

    /// Stops of a factor in light, which must be above zero.
    #[must_use]
    pub fn from_factor(factor: f64) -> Option<Self> {
        (factor > 0.0 && factor.is_finite()).then(|| Self::of(factor.log2()))
    }

    /// By how much a distance must grow to lose this many stops by the inverse square law: `2^(stops/2)`.
    #[must_use]
    pub fn distance_factor(self) -> f64 {
        (self.0 / 2.0).exp2()
    }
}

/// A number of tenths behind a sign, digit by digit: a board tells sixty of them, and the general way of writing numbers takes five times as long.
fn told(sign: &str, tenths: i32) -> String {
    let tenths = tenths.unsigned_abs();
    let digit = |place: u32| char::from_digit(tenths / place % 10, 10);
    let mut told = String::with_capacity(8);
    told.push_str(sign);
    told.extend(digit(100).filter(|_| tenths >= 100));
    told.extend(digit(10));
    told.push('.');
    told.extend(digit(1));
    told
}

impl TryFrom<f64> for Stops {
    type Error = Refusal;
    fn try_from(stops: f64) -> Result<Self, Refusal> {
        Self::new(stops)
    }
}

impl From<Stops> for f64 {
    fn from(stops: Stops) -> f64 {
        stops.0
    }
}

impl fmt::Display for Stops {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.shown())
    }
}

impl Add for Stops {
    type Output = Self;
    #[inline]
    fn add(self, other: Self) -> Self {
        Self::of(self.0 + other.0)
    }
}

impl AddAssign for Stops {
    fn add_assign(&mut self, other: Self) {
        *self = *self + other;
    }
}

impl Sub for Stops {
    type Output = Self;
    #[inline]
    fn sub(self, other: Self) -> Self {
        Self::of(self.0 - other.0)
    }
}

impl Neg for Stops {
    type Output = Self;
    #[inline]
    fn neg(self) -> Self {
        Self(-self.0)
    }
}

impl Mul<f64> for Stops {
    type Output = Self;
    #[inline]
    fn mul(self, by: f64) -> Self {
        Self::of(self.0 * by)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn written_with_sign_and_true_minus() {
        assert_eq!(Stops::of(0.04).shown(), "0.0");
        assert_eq!(Stops::of(-0.04).shown(), "0.0");
        assert_eq!(Stops::of(5.1 - 6.0).shown(), "−0.9");
        assert_eq!(Stops::of(12.25).shown(), "+12.3");
        assert_eq!(Stops::of(-0.55).shown(), "−0.6");
    }

    #[test]
    fn one_stop_is_singular_and_more_is_plural() {
        assert_eq!(Stops::of(-0.7).size(), "0.7 stop");
        assert_eq!(Stops::of(1.04).size(), "1.0 stop");
        assert_eq!(Stops::of(2.31).size(), "2.3 stops");
    }

    #[test]
    fn refuses_what_is_no_number() {
        assert!(Stops::new(f64::NAN).is_err());
        assert!(Stops::new(f64::INFINITY).is_err());
        assert_eq!(Stops::new(1e9).unwrap_err().field, "stops");
    }

    #[test]
    fn distance_of_a_gap() {
        // Handbook sample: 2.20 m back by 0.7 stop is 2.80 m.
        assert!((2.20 * Stops::of(0.7).distance_factor() - 2.80).abs() < 0.005);
    }
}
