//! What the room draws of a movement beside the flash, as it is said.

use crate::findings::ghost::Ghost;

pub(super) fn sentence(fact: &Ghost) -> String {
    format!(
        "{}: the room draws a ghost of {:.0} mm beside the flash, {} from it at its brightest. A shorter time, or less of the room.",
        fact.kind.name(),
        fact.smear,
        fact.level
    )
}
