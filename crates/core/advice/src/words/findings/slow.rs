//! A shutter too slow to hold, as it is said.

use ink_lamp_light::scale::Series;

use crate::{
    findings::slow::Slow,
    words::span::{Line, strong, text},
};

pub(super) fn sentence(fact: &Slow) -> Line {
    let at = fact.at.marking(Series::Third);
    let room = fact.room.map(|r| format!(" with the room at {r}")).unwrap_or_default();
    vec![
        text(format!("At {at} s{room} a hand shakes, and a sitter who moves draws a ghost. Tripod and a still sitter, or ")),
        strong("1/60"),
        text(" and more ISO."),
    ]
}

pub(super) fn press(_: &Slow) -> String {
    "Set 1/60".to_owned()
}
