//! The wish against what walls and panels throw back, as it is said.

use crate::findings::ratio_over_room::RatioOverRoom;

pub(super) fn sentence(fact: &RatioOverRoom) -> String {
    format!(
        "What the room throws back allows {} lit : shadow at most, without any fill; {} is wished. Dark panels on the shadow side, a grid, or the key nearer.",
        fact.greatest.shown(),
        fact.wished.shown()
    )
}
