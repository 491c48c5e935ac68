//! Catch-lights: which lights the eyes mirror, where on the iris, and what keeps the others out.

use ink_lamp_light::{
    field::{DVec3, Outline},
    sight::{self, CatchLight},
};
use ink_lamp_sitting::role::Role;

use crate::{
    face::{BARE, shaded},
    sitter::{BRIDGE, EYE, Head},
    stage::{Placed, Stage},
};

/// Why an eye does not show a light.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Missing {
    /// The brow is over it.
    Brow,
    /// The nose stands between.
    Nose,
    /// The light looks elsewhere.
    Away,
    /// It falls beside the iris.
    Beside,
}

/// A light in one eye.
#[derive(Debug, Clone, PartialEq)]
pub struct InEye {
    /// The light, in the setup's order.
    pub index: usize,
    /// To the picture's right of the iris's middle, metres.
    pub x: f64,
    /// Up, metres.
    pub y: f64,
    /// How wide it is, millimetres.
    pub width: f64,
    /// Where on the clock, 1 to 12.
    pub clock: f64,
    /// Why it is not seen; none where it is.
    pub missing: Option<Missing>,
}

/// An eye, as it stands in the picture.
#[derive(Debug, Clone, PartialEq)]
pub struct Eye {
    /// It is the left one in the picture.
    pub left: bool,
    /// Keys and fills in it.
    pub lights: Vec<InEye>,
}

/// Both eyes with the lights from the front in them.
#[must_use]
pub fn eyes(stage: &Stage) -> Vec<Eye> {
    let head = Head::of(stage);
    let camera = head.inside((stage.camera - stage.face).normalize_or(DVec3::Z));
    let camera_round = camera.x.atan2(camera.z).to_degrees();
    [-1.0, 1.0]
        .into_iter()
        // The bridge of the nose hides the far eye of a face that is turned away.
        .filter(|side| camera.z > 0.0 && (camera_round * side > -60.0))
        .map(|side| {
            let eye = stage.face + head.right * (side * EYE);
            let lights = stage.lights.iter().filter(|l| matches!(l.role, Role::Key | Role::Fill));
            Eye { left: side < 0.0, lights: lights.map(|light| in_eye(stage, &head, light, eye, side)).collect() }
        })
        .collect()
}

fn in_eye(stage: &Stage, head: &Head, light: &Placed, eye: DVec3, side: f64) -> InEye {
    let front = &light.stood.emitter.front;
    let at = CatchLight::of(eye, stage.camera, front.at, sight::CORNEA, DVec3::Y);
    let out = head.inside((front.at - eye).normalize_or(DVec3::Z));
    // From the other side the bridge of the nose stands between.
    let bridge = out.x * side < 0.0 && EYE * out.z < BRIDGE * out.x.abs();
    let away = (eye - front.at).dot(front.axis) <= 0.0;
    let missing = if shaded(out) {
        Some(Missing::Brow)
    } else if bridge {
        Some(Missing::Nose)
    } else if away || out.z <= 0.0 {
        Some(Missing::Away)
    } else if !at.is_seen() {
        Some(Missing::Beside)
    } else {
        None
    };
    let size = if front.outline == Outline::Point { BARE } else { front.largest() };
    let width = sight::image_width(size, front.at.distance(eye), sight::CORNEA) * 1000.0;
    let clock = match at.clock().round() {
        0.0 => 12.0,
        c => c,
    };
    InEye { index: light.index, x: at.x, y: at.y, width, clock, missing }
}
