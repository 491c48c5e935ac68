//! A hot lamp behind a gel.

use ink_lamp_light::measure::Watts;
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::light::ModellingLamp;
use serde::Serialize;

use super::Found;

/// A modelling lamp burns behind a gel.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct HotLamp {
    /// The unit.
    pub(crate) unit: String,
    /// Its lamp.
    pub(crate) lamp: Watts,
}

pub(super) fn of(scene: &Scene, index: usize) -> Option<Found> {
    let light = &scene.setup.lights[index];
    let unit = light.unit.as_ref()?;
    let lamp = unit.lamp.filter(|_| !light.rig.gels.is_empty() && light.rig.lamp != Some(ModellingLamp::Off))?;
    Some(Found::new(HotLamp { unit: unit.name.clone(), lamp }, light.id.as_str()))
}
