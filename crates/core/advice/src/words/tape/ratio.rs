//! The ratio of key to fill was chosen, on the tape.

use ink_lamp_light::ratio::Anchor;
use ink_lamp_sitting::entry::RatioChosen;

use super::line::{TapeKind, TapeLine};
use crate::words::{
    ratio,
    span::{strong, text},
};

pub(super) fn line(chosen: &RatioChosen) -> TapeLine {
    let Some(target) = chosen.target else { return TapeLine::new(TapeKind::Choice, None, vec![text("No ratio")], "given up") };
    let convention = ratio::convention(target.convention());
    let anchor = match target.anchor() {
        Anchor::LitSide => "lit side on 0",
        Anchor::KeyAlone => "key alone on 0",
    };
    TapeLine::new(TapeKind::Choice, None, vec![strong(target.ratio().shown()), text(format!(" {convention}"))], anchor)
}

pub(super) fn pending(chosen: &RatioChosen) -> TapeLine {
    let shown = chosen.target.map(|t| t.ratio().shown()).unwrap_or_default();
    TapeLine::new(TapeKind::Choice, None, vec![text("Ratio "), strong(shown)], "or choose another")
}
