//! Skin was compared with a grey card, on the tape.

use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::entry::SkinCompared;

use super::line::{TapeKind, TapeLine};
use crate::words::span::{strong, text};

pub(super) fn line(compared: SkinCompared, did: &Effect) -> TapeLine {
    let frame = did.of_frame.map_or_else(|| "a frame".to_owned(), |n| format!("frame {n}"));
    let head = vec![text("Skin "), strong(compared.over.shown())];
    TapeLine::new(TapeKind::Choice, None, head, format!("over a grey card in {frame}, ± {:.1}", compared.sure.get()))
}
