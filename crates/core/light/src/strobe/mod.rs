//! Flash units: the power scale as data, the numbers on a unit's own dial, guide numbers, energy.

pub mod energy;
pub mod guide;
mod power;
mod unit;
mod words;

pub use power::{Dial, Nearest, PowerScale, PowerScaleSpec, Reach, Tick};
pub use unit::{DurationAt, FlashDuration, Pulse, SlaveCell, Supply, USUAL_GAIN, Unit, Zoom};
pub use words::KitWords;
