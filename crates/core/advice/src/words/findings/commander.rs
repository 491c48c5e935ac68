//! An on-camera unit that adds to the exposure, as it is said.

use crate::{
    findings::commander::Commander,
    words::span::{Line, text},
};

pub(super) fn sentence(fact: &Commander) -> Line {
    vec![text(format!("{} on the camera adds its own flash to the exposure: set it to command only.", fact.name))]
}

pub(super) const PRESS: &str = "It only sends";
