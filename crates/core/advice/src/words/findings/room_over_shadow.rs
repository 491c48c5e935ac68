//! The room alone over the shadow side that is wished, as it is said.

use crate::{
    findings::room_over_shadow::RoomOverShadow,
    words::span::{Line, strong, text},
};

pub(super) fn sentence(fact: &RoomOverShadow) -> Line {
    vec![
        text(format!("{} can't be: the room alone leaves ", fact.wished.shown())),
        strong(fact.greatest.shown()),
        text(" at most, the fill off. Remove more of the room, or choose a lower ratio."),
    ]
}

pub(crate) fn press(fact: &RoomOverShadow) -> String {
    format!("Choose {}", fact.greatest.shown())
}
