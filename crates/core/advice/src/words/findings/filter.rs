//! A filter before the lens that no light was turned up for, as it is said.

use crate::{
    findings::filter::Filter,
    words::span::{Line, strong, text},
};

pub(super) fn sentence(fact: &Filter) -> Line {
    vec![
        text("The filter takes "),
        strong(fact.takes.size()),
        text(", and no light was turned up for it: the flash needs as much more power, or a wider aperture."),
    ]
}
