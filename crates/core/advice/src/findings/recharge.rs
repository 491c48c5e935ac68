//! Units that are not ready in time, and batteries that are nearly empty.

use ink_lamp_scene::{energy, scene::Scene};
use ink_lamp_sitting::{
    checks::{CheckPoint, Device},
    role::LightId,
};
use serde::Serialize;

use super::Found;

/// What is done about a unit that is slow.
pub(crate) const WAITED_FOR: &str = "waited for";
/// What is done about a battery that is small.
pub(crate) const SECOND_BATTERY: &str = "second battery";
/// Fewer frames than this are few (a judgement).
const FEW_POPS: u32 = 100;

/// What is found of a unit's energy.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum Recharge {
    /// It is not ready again in time.
    Slow {
        /// Whose.
        light: LightId,
        /// Seconds until it is ready.
        ready: f64,
        /// Seconds from frame to frame that are wanted.
        pace: f64,
    },
    /// Few frames are in its battery.
    Few {
        /// Whose.
        light: LightId,
        /// How many.
        pops: u32,
    },
}

pub(super) fn of(scene: &Scene, index: usize) -> Vec<Found> {
    let light = &scene.setup.lights[index];
    let Some(energy) = energy::of(scene.setup, light) else { return Vec::new() };
    let id = light.id.as_str();
    let mut found = Vec::new();
    if let (true, Some(ready), Some(pace)) = (energy.slow, energy.recycle, scene.setup.supplies.pace) {
        let slow = Found::new(Recharge::Slow { light: light.id.clone(), ready, pace: pace.get() }, id);
        found.push(slow.looked_at(Device::Unit(light.id.clone()), CheckPoint::Ready, WAITED_FOR));
    }
    if let Some(pops) = energy.pops.filter(|p| *p < FEW_POPS) {
        let few = Found::new(Recharge::Few { light: light.id.clone(), pops }, id);
        found.push(few.looked_at(Device::Unit(light.id.clone()), CheckPoint::Supply, SECOND_BATTERY));
    }
    found
}
