//! What a shutter does to flash: curtains and leaves, pulses and their tails, high-speed sync, flash bulbs, and motion.
//!
//! Models, not any given unit: curtains travel at an even speed, a pulse decays exponentially, a bulb's light is a bell curve. Closed forms.

mod bulb;
mod curtains;
mod motion;
mod pulse;

pub use bulb::{Bulb, BulbSync, TABLE_GUIDE, table_guide};
pub use curtains::{Clipped, Curtains, Delay, FoundSync, Leaf, Passed, find_sync};
pub use motion::{
    GRAVITY, Ghost, MetresPerSecond, apex_blur, apex_blur_from, blur, fall_blur, fall_speed, ghost, longest_time, magnification, on_sensor,
};
pub use pulse::{CutPulse, ExponentialPulse, T01_OVER_T05};
