//! A light that does not fit under the ceiling, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::findings::ceiling::Ceiling;

pub(super) fn sentence(fact: &Ceiling, scene: &Scene) -> String {
    let (name, ceiling) = (scene.setup.lights[fact.light].name(), fact.ceiling.told(scene.setup.length));
    format!("{name} does not fit under the ceiling of {ceiling}: lower it by {:.0} cm.", (fact.by * 100.0).ceil())
}
