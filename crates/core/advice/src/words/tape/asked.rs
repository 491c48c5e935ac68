//! In a drill, the next move was asked for, on the tape.

use super::line::{TapeKind, TapeLine};
use crate::words::span::text;

pub(super) fn line() -> TapeLine {
    TapeLine::new(TapeKind::Choice, None, vec![text("Asked")], "the next move was asked for".to_owned())
}
