//! The reading with all lights on, where it differs from its parts, as it is said.

use ink_lamp_scene::{scene::Scene, whole::WholeCheck};

use crate::{
    findings::whole::Whole,
    words::{
        span::{Line, text},
        terms,
    },
};

pub(super) fn sentence(fact: &Whole, scene: &Scene) -> Line {
    vec![text(why(&fact.0, scene))]
}

/// What likely makes the whole differ from its parts.
pub(crate) fn why(check: &WholeCheck, scene: &Scene) -> String {
    let by = check.whole - check.parts;
    let told = format!("Parts say {}, meter says {}.", check.parts, check.whole);
    match &check.absent {
        Some(absent) => {
            let name = terms::light(scene.setup, &absent.light).to_lowercase();
            format!("{told} Without the {name} they would say {}: most likely the {name} did not fire.", absent.parts)
        }
        None if by.get() < 0.0 => {
            format!("{told} No single light that did not fire explains it: one was moved away or turned down, or the room grew darker.")
        }
        None => format!("{told} A light was moved nearer or turned up, or the room grew brighter."),
    }
}
