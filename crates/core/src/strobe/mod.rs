//! Flash units: the power scale as data, and the numbers on a unit's own dial.

mod scale;
mod unit;

pub use scale::{Dial, DialStep, Nearest, PowerScale, PowerScaleSpec, Reach, Tick};
pub use unit::{Unit, WattSeconds};
