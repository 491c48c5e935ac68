//! What there is to choose: one setting, and what it does and gives up.

use ink_lamp_light::scale::ShutterTime;

use super::Changes;

/// One setting: an aperture, an ISO speed, or a set of filters.
#[derive(Debug, Clone)]
pub struct Choice<T> {
    /// What it sets.
    pub set: T,
    /// What it does to flash and room alike, stops against now.
    pub flash: f64,
    /// What it gives up.
    pub cost: f64,
    /// What it changes.
    pub changes: Changes,
}

/// One shutter time in one sync mode.
#[derive(Debug, Clone, Copy)]
pub struct Shot {
    /// The time.
    pub shutter: ShutterTime,
    /// What it does to the room, stops against now.
    pub room: f64,
    /// What it does to the flash.
    pub flash: f64,
    /// What it gives up.
    pub cost: f64,
    /// What it changes.
    pub changes: Changes,
    /// High-speed sync is not for this kit.
    pub blocked: bool,
}
