//! A light was put somewhere, or taken off the plan, on the tape.

use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::entry::LightPlaced;

use super::line::{TapeKind, TapeLine};
use crate::words::{place, span::text};

pub(super) fn line(placed: &LightPlaced, did: &Effect) -> TapeLine {
    let Some(light) = &did.light else { return TapeLine::plain(placed.light.as_str()) };
    let place = did.at.map(|at| place::told(at, did.length).all());
    let by = did.moved.map(|by| format!("{by} of light, by the model"));
    let head = if place.is_some() { format!("{} moved", light.name) } else { format!("{} off the plan", light.name) };
    let tail: Vec<String> = [place, by].into_iter().flatten().collect();
    TapeLine::new(TapeKind::Choice, light.role, vec![text(head)], tail.join(", "))
}
