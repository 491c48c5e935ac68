//! What a drawing of the plan should show.

use serde::Serialize;

use crate::stage::Stage;

/// A part of the floor, metres.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PlanExtent {
    /// Left, `x`.
    pub left: f64,
    /// Right, `x`.
    pub right: f64,
    /// Behind the sitter, `z`.
    pub behind: f64,
    /// Before, `z`.
    pub before: f64,
}

/// What is drawn: the room where it is known, and whatever stands.
#[must_use]
pub fn extent(stage: &Stage) -> PlanExtent {
    let mut e = [-1.6f64, 1.6, -1.4, stage.camera.z.max(0.5) + 0.5];
    for light in &stage.lights {
        let at = light.stood.emitter.front.at;
        e = [e[0].min(at.x - 0.5), e[1].max(at.x + 0.5), e[2].min(at.z - 0.5), e[3].max(at.z + 0.4)];
    }
    if let Some(z) = stage.studio.ground_z() {
        e[2] = e[2].min(z - 0.15);
    }
    if let Some(w) = stage.studio.walls {
        // Far walls are not worth the room on the screen.
        e[0] = e[0].min(-w.left.get().min(4.0));
        e[1] = e[1].max(w.right.get().min(4.0));
    }
    let [left, right, behind, before] = e.map(|v| v.clamp(-15.0, 15.0));
    PlanExtent { left, right, behind, before }
}
