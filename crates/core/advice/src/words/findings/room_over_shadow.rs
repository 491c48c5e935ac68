//! The room alone over the shadow side that is wished, as it is said.

use crate::{
    findings::room_over_shadow::RoomOverShadow,
    words::span::{Line, strong, text},
};

pub(super) fn sentence(fact: &RoomOverShadow) -> Line {
    vec![
        text(format!("{} can't be: {} leaves ", fact.wished.shown(), what(fact))),
        strong(fact.greatest.shown()),
        text(if fact.comes_back {
            " at most, the fill off. Dark panels on the shadow side, a grid, the key nearer, or a lower ratio."
        } else {
            " at most, the fill off. Remove more of the room, or choose a lower ratio."
        }),
    ]
}

/// What leaves no more.
pub(crate) const fn what(fact: &RoomOverShadow) -> &'static str {
    if fact.comes_back { "what comes back of the key" } else { "the room alone" }
}

/// What would leave more.
pub(crate) const fn more(fact: &RoomOverShadow) -> &'static str {
    if fact.comes_back {
        "No fill can take that away: leave it off at that ratio. For more: dark panels on the shadow side, a grid, or the key nearer."
    } else {
        "No fill can take the room's light away: leave it off at that ratio. For more, less of the room: a flag, lamps off, a shorter time."
    }
}

pub(crate) fn press(fact: &RoomOverShadow) -> String {
    format!("Choose {}", fact.greatest.shown())
}
