//! Groups that are not there, or that need different powers.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    checks::{CheckPoint, Device},
    entry::Entry,
    kit::{Group, GroupControl},
    light::{Light, Rig},
    role::LightId,
};
use serde::Serialize;

use super::Found;
use crate::action::light_with;

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
    let found =
        || Found::new(fact, light.id.as_str()).mend(regrouped(scene, light)).at([Device::Unit(light.id.clone())], CheckPoint::Group);
    (light.unit.is_some() && group.place() > has).then(found)
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
        let found = Found::new(Groups::Shared { light: light.id.clone(), other, group }, light.id.as_str());
        Some(found.mend(regrouped(scene, light)).at([Device::Unit(light.id.clone())], CheckPoint::Group))
    };
    lights.iter().enumerate().filter_map(clash).collect()
}

/// The light in the first group that the transmitter and its unit have and no other light is in.
fn regrouped(scene: &Scene, light: &Light) -> Option<Entry> {
    let has = scene.setup.transmitter.as_ref()?.groups;
    let taken = |group: Group| scene.setup.lights.iter().any(|l| l.id != light.id && l.rig.group == Some(group));
    let rig = Group::all().take(usize::from(has)).filter(|g| !taken(*g)).map(|group| Rig { group: Some(group), ..light.rig.clone() });
    let fits = rig.into_iter().find(|rig| rig.fits(light.unit.as_ref()).is_ok());
    fits.map(|rig| light_with(light, |l| l.rig = rig))
}
