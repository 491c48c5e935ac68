//! A light that does not fit under the ceiling, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    findings::ceiling::Ceiling,
    words::{
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &Ceiling, scene: &Scene) -> Line {
    let (name, ceiling) = (terms::light(scene.setup, &fact.light), fact.ceiling.told(scene.setup.length));
    let by = format!("{:.0} cm", (fact.by * 100.0).ceil());
    vec![text(format!("{name} does not fit under the ceiling of {ceiling}: lower it by ")), strong(by), text(".")]
}
