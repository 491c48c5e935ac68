//! The transmitter was chosen, on the tape.

use ink_lamp_sitting::entry::TransmitterChosen;

use super::line::{TapeKind, TapeLine};
use crate::words::span::text;

pub(super) fn line(chosen: &TransmitterChosen) -> TapeLine {
    let name = chosen.transmitter.as_ref().map_or_else(|| "put away".to_owned(), |t| t.name.clone());
    TapeLine::new(TapeKind::Choice, None, vec![text("Transmitter")], name)
}
