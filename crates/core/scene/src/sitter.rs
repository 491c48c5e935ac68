//! The sitter’s body, as light and lens meet it: one head, one pair of shoulders, and what they hide.

use ink_lamp_light::field::DVec3;

use crate::stage::{Placed, Stage};

/// Half the width of the shoulders, metres.
pub const SHOULDER: f64 = 0.22;

/// The shadow cheek: where it is and where it looks.
pub(crate) fn shadow_cheek(stage: &Stage, key: &Placed) -> (DVec3, DVec3) {
    let out = key.stood.emitter.front.at - stage.face;
    let camera = stage.studio.to_camera();
    let right = DVec3::Y.cross(camera).normalize_or(DVec3::X);
    let side = if out.dot(right) >= 0.0 { -right } else { right };
    let normal = (side + camera * 0.5).normalize_or(side);
    (stage.face + side * 0.06, normal)
}
