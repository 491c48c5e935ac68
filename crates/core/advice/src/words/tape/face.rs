//! A face was chosen for the foretold frame, on the tape.

use ink_lamp_sitting::entry::FaceChosen;

use super::line::{TapeKind, TapeLine};
use crate::words::span::text;

pub(super) fn line(chosen: FaceChosen) -> TapeLine {
    TapeLine::new(TapeKind::Choice, None, vec![text("Face in the picture")], chosen.face.name().to_lowercase())
}
