//! Flash units: the power scale as data, the numbers on a unit's own dial, guide numbers, energy.

pub mod energy;
pub mod guide;
mod scale;
mod unit;

pub use energy::{Amperes, Seconds, Volts, WattHours, Watts};
pub use guide::{GuideNumber, GuideValue};
pub use scale::{Dial, DialStep, Nearest, PowerScale, PowerScaleSpec, Reach, Tick};
pub use unit::{DurationAt, FlashDuration, Pulse, SlaveCell, Supply, USUAL_GAIN, Unit, WattSeconds, Zoom};
