//! Light too steep for the eyes, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    findings::sockets::Sockets,
    words::{
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &Sockets, scene: &Scene) -> Line {
    let steep = format!("{} comes down too steeply for the eyes: dark sockets. ", terms::light(scene.setup, &fact.light));
    match fact.lower {
        Some(height) => vec![
            text(format!("{steep}Lower it to ")),
            strong(height.told(scene.setup.length)),
            text(", bring it toward the front, or raise the chin."),
        ],
        None => vec![text(format!(
            "{steep}Tilt it toward the front of the face, or raise the chin; a pale floor close to it gives some fill back."
        ))],
    }
}
