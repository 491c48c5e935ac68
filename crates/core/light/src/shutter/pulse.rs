//! A flash's pulse and its tail, and what a cut leaves of it.

use std::f64::consts::{LN_2, LN_10};

use crate::measure::Seconds;

/// `t0.1/t0.5` of an exponential pulse: `log2 10 = 3.32`. For a pulse that is cut short neither this nor the half holds.
pub const T01_OVER_T05: f64 = LN_10 / LN_2;

/// A pulse that decays as `e^(−t/τ)`. Source: discharge of a capacitor into a tube, a model; `t0.5 = τ ln 2`, `t0.1 = τ ln 10`, closed form
/// (the definitions of t0.5 and t0.1 from memory).
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct ExponentialPulse(f64);

impl ExponentialPulse {
    /// From its time constant.
    #[must_use]
    pub const fn of_tau(tau: Seconds) -> Self {
        Self(tau.get())
    }

    /// From the time above half of the peak.
    #[must_use]
    pub fn of_t05(t05: Seconds) -> Self {
        Self(t05.get() / LN_2)
    }

    /// From the time above a tenth of the peak.
    #[must_use]
    pub fn of_t01(t01: Seconds) -> Self {
        Self(t01.get() / LN_10)
    }

    /// Time constant, seconds.
    #[must_use]
    pub const fn tau(self) -> f64 {
        self.0
    }

    /// Time above half of the peak, seconds.
    #[must_use]
    pub fn t05(self) -> f64 {
        self.0 * LN_2
    }

    /// Time above a tenth of the peak, seconds.
    #[must_use]
    pub fn t01(self) -> f64 {
        self.0 * LN_10
    }

    /// The share of its light that is out after a time in seconds.
    #[must_use]
    pub fn within(self, seconds: f64) -> f64 {
        -(-seconds / self.0).exp_m1()
    }

    /// The same pulse cut off when a share of its light, above 0 and under 1, is out: `tc = −τ ln(1 − p)`.
    #[must_use]
    pub fn cut_at(self, share: f64) -> CutPulse {
        CutPulse { pulse: self, cut: -self.0 * (-share).ln_1p() }
    }
}

/// A pulse that is cut short.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct CutPulse {
    pulse: ExponentialPulse,
    cut: f64,
}

impl CutPulse {
    /// When it is cut, seconds.
    #[must_use]
    pub const fn cut(self) -> f64 {
        self.cut
    }

    /// Time above half of the peak, seconds: never longer than the cut.
    #[must_use]
    pub fn t05(self) -> f64 {
        self.cut.min(self.pulse.t05())
    }

    /// Time above a tenth of the peak, seconds: never longer than the cut.
    #[must_use]
    pub fn t01(self) -> f64 {
        self.cut.min(self.pulse.t01())
    }
}
