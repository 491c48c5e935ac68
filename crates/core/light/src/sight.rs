//! What is seen where: mirrors and catch-lights, the field of a lens, the width of a shadow's edge. Closed forms.
//!
//! The eye's numbers (corneal radius 7.8 mm, visible iris about 11.7 mm wide) are from memory.

use crate::field::DVec3;

/// Radius of the cornea's curve, metres.
pub const CORNEA: f64 = 0.0078;
/// Half the width of the iris: within it a catch-light is seen, metres.
pub const IRIS: f64 = 0.00585;

/// The normal of a flat mirror at a point that shows a light to a viewer: halfway between both directions.
#[must_use]
pub fn half_vector(point: DVec3, viewer: DVec3, light: DVec3) -> DVec3 {
    ((viewer - point).normalize_or_zero() + (light - point).normalize_or_zero()).normalize_or_zero()
}

/// A light's picture in an eye.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct CatchLight {
    /// To the right of the picture from the eye's centre, metres.
    pub x: f64,
    /// Up, metres.
    pub y: f64,
}

impl CatchLight {
    /// Of a light in a cornea: the point of a sphere where it is mirrored to the viewer, by repeating the half vector from the point that
    /// it gives (a few steps; exact). Seen across the direction to the viewer, up being `up`.
    ///
    /// The iris is taken to be where the viewer is: with another gaze it moves, and the catch-light hardly does.
    #[must_use]
    pub fn of(centre: DVec3, viewer: DVec3, light: DVec3, radius: f64, up: DVec3) -> Self {
        let mut normal = half_vector(centre, viewer, light);
        for _ in 0..20 {
            normal = half_vector(centre + normal * radius, viewer, light);
        }
        let to_viewer = (viewer - centre).normalize_or_zero();
        let up = up.reject_from(to_viewer).normalize_or_zero();
        let right = up.cross(to_viewer);
        let at = normal * radius;
        Self { x: at.dot(right), y: at.dot(up) }
    }

    /// From the centre, metres.
    #[must_use]
    pub fn offset(self) -> f64 {
        self.x.hypot(self.y)
    }

    /// As on a clock, 12 up and 3 to the picture's right: over 0, up to 12.
    #[must_use]
    pub fn clock(self) -> f64 {
        let hour = self.x.atan2(self.y).to_degrees() / 30.0;
        let hour = hour.rem_euclid(12.0);
        if hour < 1e-9 { 12.0 } else { hour }
    }

    /// Whether it lies on the iris.
    #[must_use]
    pub fn is_seen(self) -> bool {
        self.offset() < IRIS
    }
}

/// How wide a source's picture in a cornea is: `w·(R/2)/(D + R/2)`, metres. Wide sources are compressed beyond this.
#[must_use]
pub fn image_width(width: f64, distance: f64, radius: f64) -> f64 {
    width * (radius / 2.0) / (distance + radius / 2.0)
}

/// The field of a lens on a sensor: tangents of half its angles.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Field {
    /// Across.
    pub x: f64,
    /// Up and down.
    pub y: f64,
}

impl Field {
    /// Of a focal length, the magnification where it is focused, and a sensor, all in one unit: `w/(2f(1 + m))`.
    #[must_use]
    pub fn of(focal: f64, magnification: f64, width: f64, height: f64) -> Self {
        let reach = 2.0 * focal * (1.0 + magnification);
        Self { x: width / reach, y: height / reach }
    }

    /// Full angles across and up, degrees.
    #[must_use]
    pub fn degrees(self) -> (f64, f64) {
        (2.0 * self.x.atan().to_degrees(), 2.0 * self.y.atan().to_degrees())
    }

    /// Whether a point in the camera's frame (x right, y up, z forward) is in the picture. An extended thing is where any part of it is.
    #[must_use]
    pub fn shows(self, point: DVec3) -> bool {
        point.z > 0.0 && point.x.abs() <= point.z * self.x && point.y.abs() <= point.z * self.y
    }
}

/// Width of a shadow's soft edge: `w · d(occluder to receiver)/d(source to occluder)`.
#[must_use]
pub fn penumbra(source: f64, source_to_occluder: f64, occluder_to_receiver: f64) -> f64 {
    source * occluder_to_receiver / source_to_occluder
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_light_beside_the_lens_is_mirrored_in_the_middle() {
        let camera = DVec3::Z * 1.5;
        let dead_centre = CatchLight::of(DVec3::ZERO, camera, camera, CORNEA, DVec3::Y);
        assert!(dead_centre.offset() < 1e-12 && dead_centre.is_seen());
        let above = CatchLight::of(DVec3::ZERO, camera, DVec3::new(0.0, 1.0, 1.0), CORNEA, DVec3::Y);
        assert!((above.clock() - 12.0).abs() < 1e-6);
        let behind = CatchLight::of(DVec3::ZERO, camera, DVec3::new(1.0, 0.0, -1.0), CORNEA, DVec3::Y);
        assert!(!behind.is_seen());
    }
}
