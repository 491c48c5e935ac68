//! Light as an amount, so that it can be added.

use crate::scale::Stops;

/// An amount of light, 1 being what puts a mid-grey on the exposure. Never negative, always finite.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd)]
pub struct Amount(f64);

impl Amount {
    /// No light.
    pub const NONE: Self = Self(0.0);

    /// The light at a level against the exposure.
    #[must_use]
    pub fn at(level: Stops) -> Self {
        Self(level.factor())
    }

    /// Its level, or none where there is no light.
    #[must_use]
    pub fn level(self) -> Option<Stops> {
        Stops::from_factor(self.0)
    }

    /// The amount.
    #[must_use]
    pub const fn get(self) -> f64 {
        self.0
    }

    /// Both together: `N² = N₁² + N₂²`.
    #[must_use]
    pub fn and(self, other: Self) -> Self {
        Self(self.0 + other.0)
    }

    /// This light without another that was in it; none where the other is as great.
    #[must_use]
    pub fn without(self, other: Self) -> Self {
        Self((self.0 - other.0).max(0.0))
    }

    /// As much of it, 0 and more.
    #[must_use]
    pub fn times(self, share: f64) -> Self {
        Self(self.0 * share.max(0.0))
    }

    /// Raised by some stops.
    #[must_use]
    pub fn by(self, stops: Stops) -> Self {
        Self(self.0 * stops.factor())
    }

    /// The share of this light in a whole that contains it, 0 to 1.
    #[must_use]
    pub fn share_of(self, whole: Self) -> f64 {
        if whole.0 > 0.0 { (self.0 / whole.0).min(1.0) } else { 0.0 }
    }
}

/// The `Av` of several lights together, each read alone at one ISO: `m + log2 Σ 2^(Av − m)`. None for no light at all.
///
/// # Examples
/// ```
/// let both = ink_lamp_light::meter::sum_of(&[6.0, 6.0]).unwrap();
/// assert_eq!(both, 7.0);
/// ```
#[must_use]
pub fn sum_of(readings: &[f64]) -> Option<f64> {
    let most = readings.iter().copied().filter(|av| av.is_finite()).reduce(f64::max)?;
    Some(most + readings.iter().map(|av| (av - most).exp2()).sum::<f64>().log2())
}

/// What `n` equal lights, or `n` pops of one, give over a single one: `log2 n`. None for no pop.
#[must_use]
pub fn gain_of(n: u32) -> Option<Stops> {
    Stops::from_factor(f64::from(n))
}
