//! A pulse whose end the shutter cuts off.

use ink_lamp_light::scale::{ShutterTime, Stops};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{light::Light, role::LightId, setup::Setup};
use serde::Serialize;

use super::Found;
use crate::action::camera_with;

/// A pulse outlasts the shutter.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Tail {
    /// Whose.
    pub(crate) light: LightId,
    /// The shutter.
    pub(crate) at: ShutterTime,
    /// What is lost over the frame.
    pub(crate) mean: Stops,
    /// How the edge fares where the second curtain starts.
    pub(crate) edge: Edge,
    /// The next longer time that takes it all.
    pub(crate) longer: Option<ShutterTime>,
}

/// The edge where the second curtain starts.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum Edge {
    /// A leaf shutter has none.
    Even,
    /// It loses this.
    Loses(Stops),
    /// It gets no light.
    Dark,
}

pub(super) fn of(scene: &Scene, index: usize) -> Option<Found> {
    let (setup, light) = (scene.setup, &scene.setup.lights[index]);
    // Past sync the band is told already.
    let (camera, (mean, passed)) = setup.camera.as_ref().zip(setup.tail(light))?;
    let at = camera.exposure.shutter;
    let edge = match Stops::from_factor(passed.worst_edge) {
        _ if camera.is_leaf() => Edge::Even,
        Some(worst) => Edge::Loses(worst),
        None => Edge::Dark,
    };
    let longer = longer(setup, light);
    let set = longer.map(|t| camera_with(camera, |s| s.shutter = t));
    Some(Found::new(Tail { light: light.id.clone(), at, mean, edge, longer }, light.id.as_str()).mend(set))
}

/// The next longer time in the camera's steps at which a light loses less than a tenth.
fn longer(setup: &Setup, light: &Light) -> Option<ShutterTime> {
    let camera = setup.camera.as_ref()?;
    let (mut slower, per) = (setup.clone(), camera.steps().per_stop());
    (1..=4 * per).find_map(|step| {
        let t = ShutterTime::from_tv(camera.exposure.shutter.tv() - f64::from(step) / f64::from(per)).ok()?;
        slower.camera.as_mut()?.exposure.shutter = t;
        slower.tail(light).is_none().then_some(t)
    })
}
