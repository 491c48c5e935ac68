//! The room alone over the shadow side that is wished, as it is said.

use crate::{
    findings::room_over_shadow::RoomOverShadow,
    words::span::{Line, strong, text},
};

pub(super) fn sentence(fact: &RoomOverShadow) -> Line {
    vec![
        text("The room alone is "),
        strong(fact.by.size()),
        text(" over the shadow side you want. No fill can take that away: remove more of the room, or choose a lower ratio."),
    ]
}
