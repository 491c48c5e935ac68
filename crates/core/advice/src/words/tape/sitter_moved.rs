//! The sitter moved, on the tape.

use ink_lamp_scene::effect::Effect;

use super::line::{TapeKind, TapeLine};
use crate::words::{span::text, terms};

pub(super) fn line(did: &Effect) -> TapeLine {
    TapeLine::new(TapeKind::Choice, None, vec![text("Sitter moved")], format!("camera at {}", terms::away(did)))
}
