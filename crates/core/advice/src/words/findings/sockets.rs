//! Light too steep for the eyes, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::findings::sockets::Sockets;

pub(super) fn sentence(fact: &Sockets, scene: &Scene) -> String {
    let mend = match fact.lower {
        Some(height) => format!("Lower it to {}, bring it toward the front, or raise the chin.", height.told(scene.setup.length)),
        None => "Tilt it toward the front of the face, or raise the chin; a pale floor close to it gives some fill back.".to_owned(),
    };
    format!("{} comes down too steeply for the eyes: dark sockets. {mend}", scene.setup.lights[fact.light].name())
}
