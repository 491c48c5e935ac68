//! Groups that are not there, or that need different powers, as it is said.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{entry::Entry, role::LightId};

use crate::{
    findings::group::Groups,
    words::{
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &Groups, scene: &Scene) -> Line {
    let name = |light: &LightId| terms::light(scene.setup, light);
    match fact {
        Groups::Missing { light, group, owner, has } => {
            vec![
                text(format!("{} is in ", name(light))),
                strong(format!("group {group}")),
                text(format!(", and {owner} has {has}, from A.")),
            ]
        }
        Groups::Shared { light, other, group } => vec![
            text(format!("{} and {} share ", name(other), name(light).to_lowercase())),
            strong(format!("group {group}")),
            text(" and stand at different powers: one of them follows the other."),
        ],
    }
}

pub(super) fn press(entry: &Entry) -> String {
    match entry {
        Entry::Light(put) => put.rig.group.map(|group| format!("To group {group}")).unwrap_or_default(),
        _ => String::new(),
    }
}
