//! Light too steep for the eyes.

use ink_lamp_light::{field::DVec3, measure::Meters};
use ink_lamp_scene::{face::OnFace, stage::Stage};
use ink_lamp_sitting::role::LightId;
use serde::Serialize;

use super::Found;

/// The brows keep the key out of the eyes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Sockets {
    /// Whose light.
    pub(crate) light: LightId,
    /// The height that would reach them from where it stands, where there is one.
    pub(crate) lower: Option<Meters>,
}

pub(super) fn of(stage: &Stage, on: &OnFace) -> Option<Found> {
    let light = &stage.setup.lights[on.index];
    on.dark_sockets.then(|| {
        let out = light.place.map_or(DVec3::ZERO, |p| p.at.vector()) - stage.face;
        let front = out.dot(stage.studio.sitter.facing.direction());
        let lower = (front > 0.15).then(|| Meters::new(stage.face.y + 1.4 * front).ok()).flatten();
        Found::new(Sockets { light: light.id.clone(), lower }, light.id.as_str())
    })
}
