//! Eyes: a ball with a cornea before it, an iris on its own plane behind, and what they mirror by true rays.
//!
//! Sizes in the sitter's data; colours and the iris's pattern are judgements. What a cornea mirrors straight on is 2.5 % (refractive index 1.376, from
//! memory); it is drawn at 5.5 %, so that a catch-light is still seen at the size of a portrait.

use glam::Vec3;

use super::{noise::Noise, surface::smooth};
use crate::sitter::{Eye, Sitter};

/// A place on an eye as a ray of the picture meets it.
#[derive(Debug, Clone, Copy)]
pub struct OnEye {
    /// Where it is.
    pub at: Vec3,
    /// What it throws back of each colour.
    pub albedo: Vec3,
    /// Where the mirrored ray goes.
    pub mirrored: Vec3,
    /// How much of it is mirrored.
    pub mirrors: f32,
}

/// How far along a ray from `from` a ball is met.
fn ball(from: Vec3, along: Vec3, middle: Vec3, radius: f32) -> Option<f32> {
    let out = from - middle;
    let b = out.dot(along);
    let d = b * b - out.length_squared() + radius * radius;
    (d >= 0.0).then(|| -b - d.sqrt())
}

/// What a ray from the lens meets; `along` is a unit vector.
#[must_use]
pub fn on_eye(sitter: &Sitter, eye: &Eye, lens: Vec3, along: Vec3) -> OnEye {
    let cornea = eye.at + eye.axis * eye.cornea_before;
    let on = |t: f32, middle: Vec3, bent: bool| {
        let p = lens + along * t;
        (p, (p - middle).normalize_or(eye.axis), bent)
    };
    let (at, normal, bent) = match (ball(lens, along, eye.at, eye.radius), ball(lens, along, cornea, eye.cornea)) {
        (Some(white), Some(clear)) if clear < white => on(clear, cornea, true),
        (Some(white), _) => on(white, eye.at, false),
        (None, Some(clear)) => on(clear, cornea, true),
        (None, None) => (eye.at + eye.axis * eye.radius, eye.axis, false),
    };
    // Through the cornea the ray is bent a little toward the axis.
    let inward = if bent { (along - normal * (0.25 * (1.0 + along.dot(normal)))).normalize_or(along) } else { along };
    let plane = (eye.radius * 0.885 - (at - eye.at).dot(eye.axis)) / inward.dot(eye.axis).min(-1e-3);
    let on_iris = at + inward * plane - eye.at;
    let across = Vec3::Y.cross(eye.axis).normalize_or(Vec3::X);
    let (x, y) = (on_iris.dot(across), on_iris.dot(eye.axis.cross(across)));
    let albedo = colour(sitter, eye, at, across, x, y);
    let mirrored = along - normal * (2.0 * along.dot(normal));
    let straight = if bent { 0.055 } else { 0.026 };
    let off = 1.0 - (-along.dot(normal)).clamp(0.0, 1.0);
    OnEye { at, albedo, mirrored, mirrors: straight + (1.0 - straight) * off.powi(5) }
}

/// Pupil, iris or white.
fn colour(sitter: &Sitter, eye: &Eye, at: Vec3, across: Vec3, x: f32, y: f32) -> Vec3 {
    let noise = Noise::get();
    let (radius, round) = (x.hypot(y), y.atan2(x));
    let (iris, pupil) = (eye.iris, eye.iris * 0.40);
    let fibres = 0.80 + 0.20 * noise.at(Vec3::new(round.cos() * 9.0, round.sin() * 9.0, radius * 260.0)) + 0.10 * (round * 41.0).sin();
    let lit = 0.75 + 0.6 * smooth(pupil, pupil + 0.0018, radius) - 0.35 * smooth(iris * 0.55, iris * 0.9, radius);
    let coloured = (sitter.colours.iris * lit * fibres).lerp(sitter.colours.iris * 0.16, smooth(iris - 0.0013, iris - 0.0001, radius));
    let side = (at - eye.at).dot(across).abs() / eye.radius;
    let vein = smooth(0.35, 0.8, noise.at(at * 900.0).abs()) * 0.06;
    let white = Vec3::new(0.45, 0.415, 0.39).lerp(Vec3::new(0.36, 0.225, 0.19), smooth(0.62, 0.98, side) * 0.8)
        * Vec3::new(1.0, 1.0 - vein, 1.0 - vein);
    Vec3::splat(0.010)
        .lerp(coloured, smooth(pupil - 0.0002, pupil + 0.0003, radius))
        .lerp(white, smooth(iris - 0.0004, iris + 0.0005, radius))
}
