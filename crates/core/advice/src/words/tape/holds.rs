//! What must hold was said, on the tape.

use ink_lamp_sitting::holds::Holds;

use super::line::{TapeKind, TapeLine};
use crate::words::{span::text, terms};

pub(super) fn line(holds: &Holds) -> TapeLine {
    TapeLine::new(TapeKind::Choice, None, vec![text("What must hold")], terms::holds(holds))
}
