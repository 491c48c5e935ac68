//! What holds for light and flash anywhere, without anyone's setup: pure computation, no input or output, no clock.
//!
//! From the ground up:
//!
//! - [`refusal`], [`name`], [`list`]: why a value can't be, names that were checked, and lists with a limit;
//! - [`interrupt`]: work that can be told to stop;
//! - [`scale`]: stops, apertures, shutter times, ISO, EV, tones, the meter's notation, how finely numbers are told;
//! - [`measure`]: quantities with their units and ranges;
//! - [`field`], [`sight`]: light from real fronts; mirrors, catch-lights, the field of a lens, the edge of a shadow;
//! - [`meter`]: what a reading means at other camera settings, and sums of lights;
//! - [`color`]: mixtures, white balance, and the observer behind them;
//! - [`lens`]: depth of field, diffraction, magnification;
//! - [`shape`]: modifiers, grids, gels, filters, and how their light falls off;
//! - [`ratio`], [`ambient`]: both conventions and both anchors; what the room's light does at an exposure;
//! - [`shutter`]: curtains and leaves, pulses and tails, high-speed sync, bulbs, motion;
//! - [`strobe`]: a unit's power scale and the numbers on its own dial, guide numbers, energy.
//!
//! Everything is `f64` inside. Rounding happens once: at a unit's dial, or when a number is written for people.

pub mod ambient;
pub mod color;
pub mod field;
pub mod interrupt;
pub mod lens;
pub mod list;
pub mod measure;
pub mod meter;
pub mod name;
pub mod ratio;
pub mod refusal;
pub mod scale;
pub mod shape;
pub mod shutter;
pub mod sight;
pub mod strobe;
