//! Light too steep for the eyes.

use ink_lamp_light::{field::DVec3, measure::Meters};
use ink_lamp_scene::{face::OnFace, stage::Stage};

use super::Found;

/// The brows keep the key out of the eyes.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Sockets {
    /// Whose light, in the setup's order.
    pub(crate) light: usize,
    /// The height that would reach them from where it stands, where there is one.
    pub(crate) lower: Option<Meters>,
}

pub(super) fn of(stage: &Stage, on: &OnFace) -> Option<Found> {
    let light = &stage.setup.lights[on.index];
    on.dark_sockets.then(|| {
        let out = light.place.map_or(DVec3::ZERO, |p| p.at.vector()) - stage.face;
        let front = out.dot(stage.studio.sitter.facing.direction());
        let lower = (front > 0.15).then(|| Meters::new(stage.face.y + 1.4 * front).ok()).flatten();
        Found::new(Sockets { light: on.index, lower }, light.id.as_str())
    })
}
