//! How far errors spread before anything was read, one standard deviation each, stops.
//!
//! Common practice, no source, unless told otherwise. Where real spreads are half as wide again the advice is still the best there is, and what is
//! told as ± is too small.

/// A unit against its rated energy or guide number.
pub const UNIT: f64 = 0.2;
/// What a light wears against its stated loss.
pub const MODIFIER: f64 = 0.2;
/// A setting of a dial: evenly spread over a tenth either way.
pub const DIAL: f64 = 0.0577;
/// A reading: the meter repeats within 0.03, and shows tenths (a tenth evenly spread has 0.1/√12).
pub const METER: f64 = 0.0416;
/// The room, about its own reading.
pub const ROOM: f64 = METER;
/// A unit from one sitting to the next.
pub const DRIFT: f64 = 0.02;
/// A light of which the sheets do not say enough: anything may be.
pub(super) const UNKNOWN: f64 = 1000.0;

/// A reading so many standard deviations off what was expected is not believed at once …
pub(super) const GATE: f64 = 4.0;
/// … where it is off by this at least, stops: below, a hand explains it.
pub(super) const GATE_LEAST: f64 = 0.3;
/// After so many doubted readings in a row the next one is believed.
pub(super) const MOST_DOUBTS: usize = 2;
/// Two readings within this say the same, stops.
pub(super) const SAME: f64 = 0.15;
