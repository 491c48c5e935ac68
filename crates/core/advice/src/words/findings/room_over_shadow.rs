//! The room alone over the shadow side that is wished, as it is said.

use crate::findings::room_over_shadow::RoomOverShadow;

pub(super) fn sentence(fact: &RoomOverShadow) -> String {
    format!(
        "The room alone is {} over the shadow side you want. No fill can take that away: remove more of the room, or choose a lower ratio.",
        fact.by.size()
    )
}
