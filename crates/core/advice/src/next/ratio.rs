//! The ratio, where none was chosen.

use ink_lamp_sitting::entry::{Entry, RatioChosen};

use super::{Move, Pick};

/// Choose it, or begin with the usual one.
pub(super) fn choose() -> Pick {
    Pick::new("key", Move::ChooseRatio).with(Some(Entry::Ratio(RatioChosen::USUAL)))
}
