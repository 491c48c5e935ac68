//! Plain quantities with their units and ranges: a number that two rooms use lives here.

mod angle;
mod colour;
mod electric;
mod length;
mod loss;
pub(crate) mod quantity;
mod time;

pub use angle::{Degrees, HalfAngle};
pub use colour::{Kelvin, Mired};
pub use electric::{Amperes, Volts, WattHours, WattSeconds, Watts};
pub use length::{Extent, Height, LengthUnit, Meters, Micrometres, Millimetres};
pub use loss::Loss;
pub use time::Seconds;
