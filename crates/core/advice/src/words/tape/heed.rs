//! Somebody acted on a caution, or everything is to be looked at again, on the tape.

use ink_lamp_sitting::entry::CautionHeeded;

use super::line::{TapeKind, TapeLine, by};
use crate::words::{
    check::{BEGIN_AGAIN, cautions},
    span::text,
};

pub(super) fn line(heeded: &CautionHeeded) -> TapeLine {
    let did = if heeded.again { "to be told again".to_owned() } else { cautions::act(heeded.caution).to_lowercase() };
    TapeLine::new(TapeKind::Choice, None, vec![text(cautions::title(heeded.caution))], by(did, heeded.by.as_deref()))
}

pub(super) fn again() -> TapeLine {
    TapeLine::new(TapeKind::Choice, None, vec![text("Check")], BEGIN_AGAIN.to_lowercase())
}
