//! A hot lamp behind a gel, as it is said.

use crate::{
    findings::hot_lamp::HotLamp,
    words::span::{Line, text},
};

pub(super) fn sentence(fact: &HotLamp) -> Line {
    let lamp = format!(
        "{}'s modelling lamp ({:.0} W) is behind a gel: keep the maker's limit, or switch it off. Local fire codes decide.",
        fact.unit,
        fact.lamp.get()
    );
    vec![text(lamp)]
}
