//! A light was taken away, on the tape.

use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::entry::LightRemoved;

use super::line::{TapeKind, TapeLine};
use crate::words::span::text;

pub(super) fn line(removed: &LightRemoved, did: &Effect) -> TapeLine {
    let Some(light) = &did.light else { return TapeLine::plain(removed.light.as_str()) };
    let head = vec![text(format!("{} taken away", light.name))];
    TapeLine::new(TapeKind::Choice, light.role, head, light.unit.clone().unwrap_or_default())
}
