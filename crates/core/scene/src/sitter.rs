//! The sitter’s body, as light and lens meet it: one head with its face, one pair of shoulders, and what they hide.
//!
//! Usual sizes of grown people, from memory; the head is without its hair.

use ink_lamp_light::field::DVec3;

use crate::stage::{Placed, Stage};

/// Half the head’s width, metres: at the cheekbones, where the nose's shadow falls.
pub const HALF_WIDTH: f64 = 0.07;
/// Half its height, metres: the eyes lie half way between chin and crown.
pub const HALF_HEIGHT: f64 = 0.115;
/// From the ears’ plane to the front of the face, metres.
pub const DEPTH: f64 = 0.09;
/// How far the nose stands out, metres.
pub const NOSE: f64 = 0.025;
/// Brow over eye: 20 mm above and 12 mm before it, how steep light may fall before the socket goes dark.
pub const BROW: f64 = 0.020 / 0.012;
/// Half of what the eyes are apart, metres.
pub const EYE: f64 = 0.032;
/// How far the bridge of the nose stands before the eyes, metres.
pub const BRIDGE: f64 = 0.012;
/// Half the width of the neck, metres.
pub const NECK: f64 = 0.07;
/// Half the width of the shoulders, metres.
pub const SHOULDER: f64 = 0.22;
/// How far they lie under the eyes, metres.
pub const TO_SHOULDER: f64 = 0.25;

/// The face's own frame: right in the picture where it looks at the camera, up, and where it looks.
pub struct Head {
    /// Right in the picture, where it looks at the camera.
    pub right: DVec3,
    /// Up.
    pub up: DVec3,
    /// Where it looks.
    pub ahead: DVec3,
}

impl Head {
    /// The sitter’s.
    #[must_use]
    pub fn of(stage: &Stage) -> Self {
        let sitter = stage.studio.sitter;
        let level = sitter.facing.direction();
        let chin = f64::from(sitter.chin).to_radians();
        let ahead = level * chin.cos() + DVec3::Y * chin.sin();
        let right = DVec3::Y.cross(level);
        Self { right, up: ahead.cross(right), ahead }
    }

    /// A direction as it is in the face’s own frame.
    #[must_use]
    pub fn inside(&self, out: DVec3) -> DVec3 {
        DVec3::new(out.dot(self.right), out.dot(self.up), out.dot(self.ahead))
    }
}

/// Whether the sitter stands between the camera and a point: the head as an ellipse, the shoulders to the floor (a judgement; a seated
/// sitter's legs count as much).
#[must_use]
pub fn hides(stage: &Stage, point: DVec3) -> bool {
    let (a, b) = (stage.camera.z, point.z);
    if a <= 0.0 || b >= 0.0 {
        return false;
    }
    let at = stage.camera + (point - stage.camera) * (a / (a - b));
    let (x, y) = (at.x.abs(), at.y - stage.face.y);
    let head = (x / HALF_WIDTH).powi(2) + (y / HALF_HEIGHT).powi(2) <= 1.0;
    head || (x <= SHOULDER && y <= -TO_SHOULDER) || (x <= NECK && (-TO_SHOULDER..0.0).contains(&y))
}

/// The shadow cheek: where it is and where it looks.
pub(crate) fn shadow_cheek(stage: &Stage, key: &Placed) -> (DVec3, DVec3) {
    let out = key.stood.emitter.front.at - stage.face;
    let camera = stage.studio.to_camera();
    let right = DVec3::Y.cross(camera).normalize_or(DVec3::X);
    let side = if out.dot(right) >= 0.0 { -right } else { right };
    let normal = (side + camera * 0.5).normalize_or(side);
    (stage.face + side * HALF_WIDTH, normal)
}
