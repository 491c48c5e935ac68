//! The room’s own light and the key from two sides, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    findings::key_against_room::KeyAgainstRoom,
    words::{
        span::{Line, text},
        terms,
    },
};

const fn side(left: bool) -> &'static str {
    if left { "left" } else { "right" }
}

pub(super) fn sentence(fact: &KeyAgainstRoom, scene: &Scene) -> Line {
    vec![text(format!(
        "{} comes from camera {}, the room’s own light from camera {}: the other way round looks right.",
        terms::light(scene.setup, &fact.light),
        side(fact.key_left),
        side(!fact.key_left)
    ))]
}

pub(super) fn press(fact: &KeyAgainstRoom, scene: &Scene) -> String {
    format!("{} to the {}", terms::light(scene.setup, &fact.light), side(!fact.key_left))
}
