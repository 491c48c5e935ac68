//! A unit’s sheet that contradicts itself.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::scene::Scene;
use serde::Serialize;

use super::Found;

/// Metres and feet mixed in a guide number.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Sheet {
    /// The unit.
    pub(crate) unit: String,
    /// How far guide number and rated energy lie apart.
    pub(crate) off: Stops,
}

pub(super) fn of(scene: &Scene, index: usize) -> Option<Found> {
    let light = &scene.setup.lights[index];
    let unit = light.unit.as_ref()?;
    let off = unit.guide_against_energy().filter(|o| o.abs().get() > 2.0)?;
    Some(Found::new(Sheet { unit: unit.name.clone(), off }, light.id.as_str()))
}
