//! A unit’s sheet that contradicts itself, as it is said.

use crate::{
    findings::sheet::Sheet,
    words::span::{Line, strong, text},
};

pub(super) fn sentence(fact: &Sheet) -> Line {
    vec![
        text(format!("{}: guide number and rated energy lie ", fact.unit)),
        strong(fact.off.size()),
        text(" apart. Feet and metres differ by 3.4 stops: look at its sheet."),
    ]
}
