//! Groups that are not there, or that need different powers, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::findings::group::Groups;

pub(super) fn sentence(fact: &Groups, scene: &Scene) -> String {
    let name = |light: usize| scene.setup.lights[light].name();
    match fact {
        Groups::Missing { light, group, owner, has } => format!("{} is in group {group}, and {owner} has {has}, from A.", name(*light)),
        Groups::Shared { light, other, group } => format!(
            "{} and {} share group {group} and stand at different powers: one of them follows the other.",
            name(*other),
            name(*light).to_lowercase()
        ),
    }
}
