//! The ratio, where none was chosen.

use ink_lamp_light::ratio::{Anchor, Convention, Ratio, RatioTarget};
use ink_lamp_sitting::entry::{Entry, RatioChosen};

use super::{Move, Pick};

/// Choose it, or begin with the usual one: 3 : 1, lit : shadow, the lit side on 0.
pub(super) fn choose() -> Pick {
    let usual = Ratio::new(3.0).and_then(|r| RatioTarget::new(r, Convention::LitShadow, Anchor::LitSide));
    let entry = usual.ok().map(|target| Entry::Ratio(RatioChosen { target: Some(target) }));
    Pick::new("key", Move::ChooseRatio).with(entry)
}
