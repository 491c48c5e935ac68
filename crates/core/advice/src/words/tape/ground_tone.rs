//! What the ground is to look like was said, on the tape.

use ink_lamp_sitting::{entry::GroundWished, role::Role, studio::GroundTone};

use super::line::{TapeKind, TapeLine};
use crate::words::span::text;

pub(super) fn line(wished: &GroundWished) -> TapeLine {
    let tone = match wished.tone {
        None => "given up".to_owned(),
        Some(GroundTone::Black) => "black".to_owned(),
        Some(GroundTone::White) => "white".to_owned(),
        Some(GroundTone::Grey { level }) => format!("grey at {level}"),
    };
    TapeLine::new(TapeKind::Choice, Some(Role::Ground), vec![text("Ground to be")], tone)
}
