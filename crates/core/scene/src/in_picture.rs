//! What of a light the camera sees, and what stands between the two.

use ink_lamp_light::field::DVec3;
use ink_lamp_sitting::role::Role;
use serde::Serialize;

use crate::{
    overhead::is_overhead,
    sitter,
    stage::{Placed, Stage},
};

/// What of a light is in the picture.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct InPicture {
    /// Its front, or an edge of it.
    pub front: bool,
    /// Its stand.
    pub stand: bool,
}

/// What of a light is in the picture, past the sitter and before the ground.
#[must_use]
pub fn in_picture(stage: &Stage, light: &Placed) -> InPicture {
    let shows = |p: DVec3| stage.in_picture(p) && !sitter::hides(stage, p) && stage.studio.ground_z().is_none_or(|z| p.z > z);
    let front = &light.stood.own;
    // Its outline, not its middle alone: an edge is enough.
    let edge = front.edge();
    let head = shows(front.at) || edge.iter().any(|p| shows(*p));
    // What hangs on a boom over the sitter has its stand elsewhere.
    let on_stand = light.role != Role::Hair && !is_overhead(stage, light);
    let foot = DVec3::new(front.at.x, 0.0, front.at.z);
    let stand = on_stand && (0..=24).any(|i| shows(foot.lerp(front.at, f64::from(i) / 24.0)));
    InPicture { front: head, stand }
}

/// What can stand between the camera and a light.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Hides {
    /// The sitter.
    Sitter,
    /// A panel.
    Panel,
}

/// What stands between the camera and a light's front: light from the camera does not reach it. Walls are left out of account, which throw
/// some of it on.
#[must_use]
pub fn hidden_from_camera(stage: &Stage, light: &Placed) -> Option<Hides> {
    let head = light.stood.own.at;
    if sitter::hides(stage, head) {
        Some(Hides::Sitter)
    } else if stage.studio.panels.iter().any(|p| p.blocks(stage.camera, head)) {
        Some(Hides::Panel)
    } else {
        None
    }
}
