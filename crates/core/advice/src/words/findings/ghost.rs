//! What the room draws of a movement beside the flash, as it is said.

use crate::{
    findings::ghost::Ghost,
    words::span::{Line, strong, text},
};

pub(super) fn sentence(fact: &Ghost) -> Line {
    vec![
        text(format!("{}: the room draws a ghost of ", fact.movement.name())),
        strong(format!("{:.0} mm", fact.smear)),
        text(format!(" beside the flash, {} from it at its brightest. A shorter time, or less of the room.", fact.level)),
    ]
}
