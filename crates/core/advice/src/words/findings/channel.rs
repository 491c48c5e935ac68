//! A unit that listens on another channel, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    findings::channel::Channel,
    words::{
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &Channel, scene: &Scene) -> Line {
    let name = terms::light(scene.setup, &fact.light);
    vec![
        text(format!("{name} listens on ")),
        strong(format!("channel {}", fact.channel)),
        text(format!(", the others on {}: it will not fire.", fact.most)),
    ]
}

pub(super) fn press(fact: &Channel) -> String {
    format!("To channel {}", fact.most)
}
