//! The wish against what walls and panels throw back, as it is said.

use crate::{
    findings::ratio_over_room::RatioOverRoom,
    words::span::{Line, strong, text},
};

pub(super) fn sentence(fact: &RatioOverRoom) -> Line {
    vec![
        text("What the room throws back allows "),
        strong(fact.greatest.shown()),
        text(format!(
            " lit : shadow at most, without any fill; {} is wished. Dark panels on the shadow side, a grid, or the key nearer.",
            fact.wished.shown()
        )),
    ]
}
