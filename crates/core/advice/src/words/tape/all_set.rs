//! Several dials were turned at once, on the tape.

use ink_lamp_sitting::entry::AllSet;

use super::line::{TapeKind, TapeLine};
use crate::words::span::{strong, text};

pub(super) fn line(set: &AllSet) -> TapeLine {
    let dials: Vec<String> = set.dials.iter().map(|d| format!("{} {}", d.light.to_string().replace('-', " "), d.dial)).collect();
    let head = vec![text("All set: "), strong(format!("{} dials", dials.len()))];
    TapeLine::new(TapeKind::Choice, None, head, dials.join(", "))
}
