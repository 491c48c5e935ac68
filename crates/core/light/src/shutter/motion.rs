//! What moves, how far it gets while light falls on it, and what it leaves in the frame. Kinematics, closed form.

use crate::{
    measure::{Micrometres, Seconds},
    quantity,
    scale::Stops,
};

quantity! {
    /// A speed across the line of sight, 0.01 to 60 metres a second.
    MetresPerSecond, "speed", 0.01 to 60.0, "m/s", "speed of a movement"
}

/// Standard gravity, m/s².
pub const GRAVITY: f64 = 9.806_65;

/// How far something gets, millimetres: `v·t`.
#[must_use]
pub fn blur(speed: MetresPerSecond, time: Seconds) -> f64 {
    speed.get() * time.get() * 1000.0
}

/// How far a jump moves while its top lies in the middle of the time, millimetres: `g·t²/8`.
#[must_use]
pub fn apex_blur(time: Seconds) -> f64 {
    GRAVITY * time.get().powi(2) / 8.0 * 1000.0
}

/// How far a jump moves from a moment `late` seconds after its top (0 is the top itself), millimetres: `g·late·t + g·t²/2`.
#[must_use]
pub fn apex_blur_from(late: f64, time: Seconds) -> f64 {
    (GRAVITY * late * time.get() + GRAVITY * time.get().powi(2) / 2.0) * 1000.0
}

/// Speed after a fall, metres a second: `√(2·g·h)`.
#[must_use]
pub fn fall_speed(height: f64) -> f64 {
    (2.0 * GRAVITY * height).sqrt()
}

/// How far a fall goes on from there, millimetres: `v·t + g·t²/2`.
#[must_use]
pub fn fall_blur(height: f64, time: Seconds) -> f64 {
    (fall_speed(height) * time.get() + GRAVITY * time.get().powi(2) / 2.0) * 1000.0
}

/// The longest time in seconds for a blur in millimetres, of something that moves at a speed (m/s) and gains `acceleration` (m/s²): the
/// root of `v·t + a·t²/2 = b`.
#[must_use]
pub fn longest_time(speed: f64, acceleration: f64, blur: f64) -> f64 {
    let metres = blur / 1000.0;
    if acceleration <= 0.0 {
        return metres / speed;
    }
    // The stable form: it also holds where the speed outweighs the gain by far.
    2.0 * metres / (speed + (speed * speed + 2.0 * acceleration * metres).sqrt())
}

/// A blur on the subject, millimetres, as micrometres on the sensor and as pixels.
#[must_use]
pub fn on_sensor(blur: f64, magnification: f64, pitch: Micrometres) -> (f64, f64) {
    let um = blur * 1000.0 * magnification;
    (um, um / pitch.get())
}

/// What the room's light draws of something bright that moves before a dark ground.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Ghost {
    /// How far it gets while the shutter is open, millimetres.
    pub smear: f64,
    /// Its brightest part against the flash.
    pub level: Stops,
}

/// The ghost beside a flash: each point of the track is covered for `width/v` of the time, so `level = d − max(0, log2(v·t/width))`.
/// Before a bright ground it is the ground that shows through. Width in millimetres along the movement.
#[must_use]
pub fn ghost(ambient_minus_flash: Stops, speed: MetresPerSecond, shutter: Seconds, width: f64) -> Ghost {
    let smear = blur(speed, shutter);
    Ghost { smear, level: ambient_minus_flash - Stops::of((smear / width).log2().max(0.0)) }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    proptest! {
        #[test]
        fn the_longest_time_gives_just_that_blur(speed in 0.01..20.0f64, falls in any::<bool>(), wanted in 0.1..50.0f64) {
            let gain = if falls { GRAVITY } else { 0.0 };
            let t = longest_time(speed, gain, wanted);
            prop_assert!(((speed * t + gain * t * t / 2.0) * 1000.0 - wanted).abs() < 1e-9 * wanted.max(1.0));
        }
    }
}
