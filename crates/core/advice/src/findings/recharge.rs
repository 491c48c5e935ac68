//! Units that are not ready in time, and batteries that are nearly empty.

use ink_lamp_scene::{energy, scene::Scene};
use ink_lamp_sitting::role::LightId;
use serde::Serialize;

use super::Found;

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
        found.push(Found::new(Recharge::Slow { light: light.id.clone(), ready, pace: pace.get() }, id));
    }
    if let Some(pops) = energy.pops.filter(|p| *p < FEW_POPS) {
        found.push(Found::new(Recharge::Few { light: light.id.clone(), pops }, id));
    }
    found
}
