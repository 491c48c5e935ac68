//! An entry was taken back, or brought back, on the tape.

use super::line::{TapeKind, TapeLine};
use crate::words::span::text;

pub(super) fn undone() -> TapeLine {
    TapeLine::new(TapeKind::Choice, None, vec![text("Undo")], "taken back")
}

pub(super) fn redone() -> TapeLine {
    TapeLine::new(TapeKind::Choice, None, vec![text("Redo")], "brought back")
}
