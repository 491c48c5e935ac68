//! The room’s own light and the key from two sides, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::findings::key_against_room::KeyAgainstRoom;

const fn side(left: bool) -> &'static str {
    if left { "left" } else { "right" }
}

pub(super) fn sentence(fact: &KeyAgainstRoom, scene: &Scene) -> String {
    format!(
        "{} comes from camera {}, the room’s own light from camera {}: the other way round looks right.",
        scene.setup.lights[fact.light].name(),
        side(fact.key_left),
        side(!fact.key_left)
    )
}

pub(super) fn press(fact: &KeyAgainstRoom, scene: &Scene) -> String {
    format!("{} to the {}", scene.setup.lights[fact.light].name(), side(!fact.key_left))
}
