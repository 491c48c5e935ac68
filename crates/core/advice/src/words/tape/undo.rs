//! What takes entries back, or brings them back, on the tape.

use super::line::{TapeKind, TapeLine};
use crate::words::span::text;

pub(super) fn undone() -> TapeLine {
    TapeLine::new(TapeKind::Choice, None, vec![text("Undo")], "taken back")
}

pub(super) fn redone() -> TapeLine {
    TapeLine::new(TapeKind::Choice, None, vec![text("Redo")], "brought back")
}

pub(super) fn gone_on() -> TapeLine {
    TapeLine::new(TapeKind::Choice, None, vec![text("From an earlier moment")], "what came after it is taken back")
}
