//! Pulses of light that must be seen.

use ink_lamp_scene::{
    in_picture::{Hides, hidden_from_camera},
    scene::Scene,
};
use ink_lamp_sitting::{
    checks::{CheckPoint, Device},
    kit::Link,
    role::LightId,
};
use serde::Serialize;

use super::Found;

/// How a unit is reached by light.
pub(crate) const IN_SIGHT: &str = "in sight";

/// A transmitter sends light.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum LineOfSight {
    /// Something stands between it and a unit.
    Hidden {
        /// Whose unit.
        light: LightId,
        /// What hides it.
        by: Hides,
    },
    /// Nothing is known to.
    Needed {},
}

pub(super) fn of(scene: &Scene) -> Vec<Found> {
    let setup = scene.setup;
    if setup.transmitter.as_ref().is_none_or(|t| t.link != Link::Optical) {
        return Vec::new();
    }
    let placed = scene.placed().into_iter().flat_map(|stage| stage.lights.iter().map(move |l| (stage, l)));
    let hidden = placed.filter(|(_, l)| setup.lights[l.index].unit.is_some()).filter_map(|(stage, l)| {
        let id = &setup.lights[l.index].id;
        let fact = LineOfSight::Hidden { light: id.clone(), by: hidden_from_camera(stage, l)? };
        Some(Found::new(fact, id.as_str()).looked_at(Device::Unit(id.clone()), CheckPoint::Reach, IN_SIGHT))
    });
    let hidden: Vec<Found> = hidden.collect();
    if hidden.is_empty() { vec![Found::new(LineOfSight::Needed {}, "camera")] } else { hidden }
}
