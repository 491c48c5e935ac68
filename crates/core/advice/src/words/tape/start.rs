//! A setup that another one began from, on the tape.

use ink_lamp_sitting::entry::Start;

use super::line::{TapeKind, TapeLine};
use crate::words::span::text;

pub(super) fn line(start: &Start) -> TapeLine {
    TapeLine::new(TapeKind::Choice, None, vec![text("Started")], format!("from {}", start.from))
}
