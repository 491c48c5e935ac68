//! The sitter’s body, as light and lens meet it: one head, one pair of shoulders, and what they hide.

use ink_lamp_light::field::DVec3;

use crate::stage::{Placed, Stage};

/// Half the width of the shoulders, metres.
pub const SHOULDER: f64 = 0.22;

/// Whether the sitter stands between the camera and a point: the head as an ellipse of 0.18 x 0.26 m, the shoulders 0.44 m wide from
/// 0.25 m under the eyes to the floor (a judgement; a seated sitter's legs count as much).
#[must_use]
pub fn hides(stage: &Stage, point: DVec3) -> bool {
    let (a, b) = (stage.camera.z, point.z);
    if a <= 0.0 || b >= 0.0 {
        return false;
    }
    let at = stage.camera + (point - stage.camera) * (a / (a - b));
    let (x, y) = (at.x, at.y - stage.face.y);
    (x / 0.09).powi(2) + (y / 0.13).powi(2) <= 1.0 || (x.abs() <= SHOULDER && y <= -0.25) || (x.abs() <= 0.07 && (-0.25..0.0).contains(&y))
}

/// The shadow cheek: where it is and where it looks.
pub(crate) fn shadow_cheek(stage: &Stage, key: &Placed) -> (DVec3, DVec3) {
    let out = key.stood.emitter.front.at - stage.face;
    let camera = stage.studio.to_camera();
    let right = DVec3::Y.cross(camera).normalize_or(DVec3::X);
    let side = if out.dot(right) >= 0.0 { -right } else { right };
    let normal = (side + camera * 0.5).normalize_or(side);
    (stage.face + side * 0.06, normal)
}
