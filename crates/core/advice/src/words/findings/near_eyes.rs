//! A full flash close to the eyes, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    findings::near_eyes::NearEyes,
    words::{
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &NearEyes, scene: &Scene) -> Line {
    let (name, at) = (terms::light(scene.setup, &fact.light), fact.at.told(scene.setup.length));
    vec![
        text(format!("{name} is near full power ")),
        strong(at),
        text(" from the face: not at open eyes, least of all infants' and animals'. Local rules decide."),
    ]
}
