//! How shutter and flash meet was said, on the tape.

use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::firing::Firing;

use super::line::{TapeKind, TapeLine};
use crate::words::{firing, span::text};

pub(super) fn line(firing: &Firing, did: &Effect) -> TapeLine {
    let on = &firing.high_speed;
    let high_speed = if !on.camera && !on.transmitter && on.units.is_empty() {
        "no high-speed sync".to_owned()
    } else if did.forgotten.is_empty() {
        "high-speed sync on everywhere".to_owned()
    } else {
        let missing: Vec<String> = did.forgotten.iter().map(firing::one).collect();
        format!("high-speed sync, but for {}", missing.join(", "))
    };
    let delay = firing.delay.get() * 1000.0;
    let delay = if delay > 0.0 { format!(", {delay:.1} ms delay") } else { String::new() };
    TapeLine::new(TapeKind::Choice, None, vec![text("Shutter and flash")], format!("{high_speed}{delay}"))
}
