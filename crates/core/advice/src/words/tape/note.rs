//! A note was taken, on the tape.

use ink_lamp_sitting::entry::NoteTaken;

use super::line::{TapeKind, TapeLine};
use crate::words::span::text;

pub(super) fn line(note: &NoteTaken) -> TapeLine {
    TapeLine::new(TapeKind::Note, None, vec![text("Note")], note.text.clone())
}
