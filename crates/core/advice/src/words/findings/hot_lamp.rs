//! A hot lamp behind a gel, as it is said.

use crate::findings::hot_lamp::HotLamp;

pub(super) fn sentence(fact: &HotLamp) -> String {
    format!("{}'s modelling lamp ({:.0} W) is behind a gel: keep the maker's limit, or switch it off.", fact.unit, fact.lamp.get())
}
