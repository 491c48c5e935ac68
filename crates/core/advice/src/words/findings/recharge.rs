//! Units that are not ready in time, and batteries that are nearly empty, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::findings::recharge::Recharge;

pub(super) fn sentence(fact: &Recharge, scene: &Scene) -> String {
    let name = |light: usize| scene.setup.lights[light].name();
    match fact {
        Recharge::Slow { light, ready, pace } => {
            format!("{} is ready in {ready:.1} s, and a frame is wanted each {pace} s. Less power or a second unit.", name(*light))
        }
        Recharge::Few { light, pops } => {
            format!("{} has about {pops} pops in a full charge at this power. Have a second battery.", name(*light))
        }
    }
}
