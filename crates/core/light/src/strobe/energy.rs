//! Recycling, batteries, and the load on a mains circuit.
//!
//! `P = W/(t·eff)`, `S = P/pf`, `I = S/V`, pops `= Wh·3600·eff/W`, `E = C(V² − V_e²)/2`: closed form. Efficiency and power factor are guesses
//! (from memory); peaks and inrush are higher and modelling lamps add. No safety advice follows from these numbers.

use crate::{
    measure::{Amperes, Seconds, Volts, WattHours, WattSeconds},
    scale::Stops,
};

/// Share of the input that reaches the capacitors (a guess, from memory).
pub const EFFICIENCY: f64 = 0.8;
/// Power factor of a charging unit (a guess, from memory).
pub const POWER_FACTOR: f64 = 0.6;

/// A unit that recycles: input power in W, apparent power in VA, mean current in A (rms, while it recycles).
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Draw {
    /// W.
    pub power: f64,
    /// VA.
    pub apparent: f64,
    /// A.
    pub current: f64,
}

/// What recycling an energy in a time draws from a supply.
#[must_use]
pub fn draw(energy: WattSeconds, time: Seconds, volts: Volts, efficiency: f64, power_factor: f64) -> Draw {
    let power = energy.get() / (time.get() * efficiency);
    let apparent = power / power_factor;
    Draw { power, apparent, current: apparent / volts.get() }
}

/// The recycle time at a part of full energy. Assumed: charging at constant power, so in proportion to the energy.
#[must_use]
pub fn recycle_at(full: Seconds, power: Stops) -> f64 {
    full.get() * power.factor()
}

/// How often a charge flashes at an energy in watt-seconds, not rounded.
#[must_use]
pub fn pops(battery: WattHours, energy: f64, efficiency: f64) -> f64 {
    battery.get() * 3600.0 * efficiency / energy
}

/// How many equal currents a breaker carries.
#[must_use]
#[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "at most 4000")]
pub fn units_that_fit(current: f64, breaker: Amperes) -> u32 {
    if current > 0.0 { (breaker.get() / current).clamp(0.0, 4000.0).floor() as u32 } else { 0 }
}

/// A capacitor's stored energy at a voltage, and what of it is delivered down to the voltage at which the tube goes out, joules.
#[must_use]
pub fn capacitor(farads: f64, volts: f64, end: f64) -> (f64, f64) {
    (farads * volts * volts / 2.0, farads * (volts * volts - end * end) / 2.0)
}
