//! A filter before the lens that no light was turned up for, as it is said.

use crate::findings::filter::Filter;

pub(super) fn sentence(fact: &Filter) -> String {
    format!(
        "The filter takes {}, and no light was turned up for it: the flash needs as much more power, or a wider aperture.",
        fact.takes.size()
    )
}
