//! A unit that listens on another channel, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::findings::channel::Channel;

pub(super) fn sentence(fact: &Channel, scene: &Scene) -> String {
    let name = scene.setup.lights[fact.light].name();
    format!("{name} listens on channel {}, the others on {}: it will not fire.", fact.channel, fact.most)
}

pub(super) fn press(fact: &Channel) -> String {
    format!("To channel {}", fact.most)
}
