//! A dial was turned, on the tape.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::effect::{Effect, LightThen};
use ink_lamp_sitting::{entry::DialTurned, setup::Setup};

use super::line::{TapeKind, TapeLine};
use crate::words::span::{strong, text};

pub(super) fn line(turned: &DialTurned, did: &Effect) -> TapeLine {
    let Some(light) = &did.light else { return TapeLine::plain(&turned.dial) };
    let (kind, way) = match did.power.filter(|by| *by != Stops::ZERO) {
        Some(by) if by.get() > 0.0 => (TapeKind::Up, format!("up {} ", by.number())),
        Some(by) => (TapeKind::Down, format!("down {} ", by.number())),
        None => (TapeKind::Choice, String::new()),
    };
    let head = vec![text(format!("{} {way}", light.name)), strong(light.written.clone().unwrap_or_default())];
    TapeLine::new(kind, light.role, head, light.unit.clone().unwrap_or_default())
}

pub(super) fn pending(turned: &DialTurned, setup: &Setup) -> TapeLine {
    let light = LightThen::of(setup, &turned.light);
    let head = vec![text(format!("{} to ", light.name)), strong(turned.dial.clone())];
    TapeLine::new(TapeKind::Choice, light.role, head, light.unit.unwrap_or_default())
}
