//! What a shutter does to flash: curtains and leaves, pulses and their tails, high-speed sync, flash bulbs, and motion.
//!
//! Models, not any given unit: curtains travel at an even speed, a pulse decays exponentially, a bulb's light is a bell curve. Closed forms.

mod bulb;
mod curtains;
mod find_sync;
mod motion;
mod pulse;

pub use bulb::{Bulb, BulbSync, TABLE_GUIDE, table_guide};
pub use curtains::{Curtains, Delay, Leaf, Passed};
pub use find_sync::{Clipped, FoundSync, find_sync};
pub use motion::{GRAVITY, Ghost, MetresPerSecond, apex_blur, apex_blur_from, blur, fall_blur, fall_speed, ghost, longest_time, on_sensor};
pub use pulse::{CutPulse, ExponentialPulse, T01_OVER_T05};

use crate::{measure::Seconds, scale::ShutterTime};

/// An exposure time as plain seconds.
#[must_use]
pub fn seconds_of(shutter: ShutterTime) -> Option<Seconds> {
    Seconds::new(shutter.seconds()).ok()
}
