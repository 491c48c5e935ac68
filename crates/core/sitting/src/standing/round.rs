//! Going round the sitter.

use ink_lamp_light::field::DVec3;

use crate::studio::Studio;

/// A place turned round the sitter at its own height until it has an angle off the camera's direction, degrees; it stays on its side.
pub(super) fn turned_to(at: DVec3, studio: &Studio, angle: f64) -> Option<DVec3> {
    let (out, camera) = (at - studio.face(), studio.to_camera());
    let level = out.x.hypot(out.z);
    // d·c = |level|·|c level|·cos(round) + y·c.y, solved for the way round.
    let (camera_level, round) = (camera.x.hypot(camera.z), camera.x.atan2(camera.z));
    let cos = (out.length() * angle.to_radians().cos() - out.y * camera.y) / (level * camera_level);
    if !(-1.001..=1.001).contains(&cos) {
        return None;
    }
    let side = if camera.x * out.z - camera.z * out.x <= 0.0 { 1.0 } else { -1.0 };
    let to = round + side * cos.clamp(-1.0, 1.0).acos();
    Some(DVec3::new(level * to.sin(), at.y, level * to.cos()))
}
