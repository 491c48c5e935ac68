//! Flash bulbs: hot, and longer than the shutter is open.

use ink_lamp_light::{
    scale::{ShutterTime, Stops},
    shutter::seconds_of,
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::role::LightId;
use serde::Serialize;

use super::Found;

/// What is found of a flash bulb.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum Bulb {
    /// It is hot, and may burst.
    Hot {
        /// Whose.
        light: LightId,
    },
    /// It burns longer than the shutter is open.
    Cut {
        /// Whose.
        light: LightId,
        /// The shutter.
        at: ShutterTime,
        /// What is lost.
        loss: Stops,
    },
}

pub(super) fn of(scene: &Scene, index: usize) -> Vec<Found> {
    let light = &scene.setup.lights[index];
    let Some((bulb, camera)) = light.unit.as_ref().and_then(|u| u.bulb).zip(scene.setup.camera.as_ref()) else { return Vec::new() };
    let id = light.id.as_str();
    let mut found = vec![Found::new(Bulb::Hot { light: light.id.clone() }, id)];
    let at = camera.exposure.shutter;
    if let Some(loss) = seconds_of(at).map(|t| bulb.loss(t)).filter(|loss| loss.tenths() >= 2) {
        found.push(Found::new(Bulb::Cut { light: light.id.clone(), at, loss }, id));
    }
    found
}
