//! A full flash close to the eyes.

use ink_lamp_light::measure::Meters;
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::role::LightId;
use serde::Serialize;

use super::Found;

/// Nearer than this a flash near full power is too close to the eyes, metres (usual caution, no source).
const CLOSE: f64 = 1.0;
/// How near full power, stops.
const NEAR_FULL: f64 = -1.0;

/// A flash near full power close to the face.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct NearEyes {
    /// Whose.
    pub(crate) light: LightId,
    /// How far from the face.
    pub(crate) at: Meters,
}

pub(super) fn of(scene: &Scene, index: usize) -> Option<Found> {
    let light = &scene.setup.lights[index];
    let (power, at) = (light.power()?, light.distance?);
    let close = light.is_at_face() && power.get() >= NEAR_FULL && at.get() < CLOSE;
    close.then(|| Found::new(NearEyes { light: light.id.clone(), at }, light.id.as_str()))
}
