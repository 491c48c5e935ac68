//! Groups that are not there, or that need different powers.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    kit::{Group, GroupControl},
    light::Light,
    role::LightId,
};
use serde::Serialize;

use super::Found;

/// What is found of groups.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum Groups {
    /// A group that the transmitter does not have; one that the unit does not have is refused.
    Missing {
        /// Whose.
        light: LightId,
        /// The group.
        group: Group,
        /// Who has not: transmitter or unit.
        owner: String,
        /// How many it has.
        has: u8,
    },
    /// Units that need different powers share a group.
    Shared {
        /// The one.
        light: LightId,
        /// The other.
        other: LightId,
        /// The group.
        group: Group,
    },
}

pub(super) fn missing(scene: &Scene, index: usize) -> Option<Found> {
    let light = &scene.setup.lights[index];
    let (transmitter, group) = (scene.setup.transmitter.as_ref()?, light.rig.group?);
    let has = transmitter.groups;
    let fact = Groups::Missing { light: light.id.clone(), group, owner: transmitter.name.clone(), has };
    (light.unit.is_some() && group.place() > has).then(|| Found::new(fact, light.id.as_str()))
}

pub(super) fn shared(scene: &Scene) -> Vec<Found> {
    let lights = &scene.setup.lights;
    if scene.setup.transmitter.as_ref().is_none_or(|t| t.control == GroupControl::Nothing) {
        return Vec::new();
    }
    let differs = |one: &Light, other: &Light| one.power().zip(other.power()).is_some_and(|(a, b)| (a - b).tenths() != 0);
    let clash = |(index, light): (usize, &Light)| {
        let group = light.rig.group?;
        let other = lights[..index].iter().find(|o| o.rig.group == Some(group) && differs(o, light))?.id.clone();
        Some(Found::new(Groups::Shared { light: light.id.clone(), other, group }, light.id.as_str()))
    };
    lights.iter().enumerate().filter_map(clash).collect()
}
