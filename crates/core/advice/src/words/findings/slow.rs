//! A shutter too slow to hold, as it is said.

use ink_lamp_sitting::holds::Steadiness;

use crate::{
    findings::slow::Slow,
    words::span::{Line, strong, text},
};

pub(super) fn sentence(fact: &Slow) -> Line {
    let at = fact.at.said();
    let room = fact.room.map(|r| format!(" with the room at {r}")).unwrap_or_default();
    let why = match fact.steadiness {
        Steadiness::Hand => "a hand shakes, and a sitter who moves draws a ghost. Tripod and a still sitter, or ",
        Steadiness::MovingSitter => "a sitter who moves draws a ghost. ",
        Steadiness::Tripod => "the stillest sitter draws a ghost. ",
    };
    vec![text(format!("At {at} s{room} {why}")), strong(fact.longest.said()), text(" and more ISO.")]
}

pub(super) fn press(fact: &Slow) -> String {
    format!("Set {}", fact.longest.said())
}
