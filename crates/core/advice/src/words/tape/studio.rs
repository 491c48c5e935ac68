//! The studio around the sitter was described, on the tape.

use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::studio::Studio;

use super::line::{TapeKind, TapeLine};
use crate::words::{span::text, terms};

pub(super) fn line(studio: &Studio, did: &Effect) -> TapeLine {
    let ground = studio.ground.map(|g| format!(", ground {} behind", g.behind.told(did.length))).unwrap_or_default();
    TapeLine::new(TapeKind::Choice, None, vec![text("Studio")], format!("camera at {}{ground}", terms::away(did)))
}
