//! A full flash close to the eyes, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::findings::near_eyes::NearEyes;

pub(super) fn sentence(fact: &NearEyes, scene: &Scene) -> String {
    let (name, at) = (scene.setup.lights[fact.light].name(), fact.at.told(scene.setup.length));
    format!("{name} is near full power {at} from the face: not at open eyes, least of all infants' and animals'.")
}
