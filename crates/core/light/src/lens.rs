//! Depth of field, diffraction, and what focusing near costs: thin-lens handbook formulas, closed form.

use serde::{Deserialize, Serialize};

use crate::{
    measure::{Meters, Micrometres, Millimetres},
    scale::{Aperture, Stops},
};

/// The customary share of a sensor's diagonal that still reads as a point (common practice, from memory).
pub const DIAGONAL_SHARE: f64 = 1500.0;

/// How wide a point at `at` is drawn on the sensor by a lens that is focused at `distance`, millimetres: `f²·|a − u|/(N·a·(u − f))`, thin lens. Without end
/// where nothing can be focused that near.
#[must_use]
pub fn blur(focal: Millimetres, distance: Meters, f_number: f64, at: Meters) -> f64 {
    let (f, u, a) = (focal.get(), distance.get() * 1000.0, at.get() * 1000.0);
    if u <= f { f64::INFINITY } else { f * f * (a - u).abs() / (f_number * a * (u - f)) }
}

/// First zero of the Airy pattern: `j₁,₁/π`.
const FIRST_ZERO: f64 = 1.219_669_89;
/// Green light, where the eye is keenest, micrometres.
pub const GREEN: f64 = 0.55;

/// Past this aperture diffraction softens everything, as an aperture value (common practice, no source): f/16.
pub const SMALLEST_AV: f64 = 8.0;

/// A circle of confusion in millimetres: the diagonal over a custom (1500; 1730 is a stricter one).
#[must_use]
pub fn circle_of_confusion(sensor: SensorSize, over: f64) -> f64 {
    diagonal(sensor) / over
}

/// A sensor's diagonal in millimetres.
#[must_use]
pub fn diagonal(sensor: SensorSize) -> f64 {
    sensor.width.get().hypot(sensor.height.get())
}

/// What is sharp around a distance, metres from the lens.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct DepthOfField {
    /// Focused here, all beyond half of it is sharp.
    pub hyperfocal: f64,
    /// Where it begins.
    pub near: f64,
    /// Where it ends; none where it does not.
    pub far: Option<f64>,
}

impl DepthOfField {
    /// `H = f²/(N·c) + f`, near `u(H − f)/(H + u − 2f)`, far `u(H − f)/(H − u)` and without end from `u = H` on. Circle of confusion in
    /// millimetres. The aperture is the exact one behind its marking.
    #[must_use]
    pub fn of(focal: Millimetres, distance: Meters, f_number: f64, circle: f64) -> Self {
        let (f, u) = (focal.get(), distance.get() * 1000.0);
        let h = f * f / (f_number * circle) + f;
        let near = u * (h - f) / (h + u - 2.0 * f);
        let far = (u < h).then(|| u * (h - f) / (h - u) / 1000.0);
        Self { hyperfocal: h / 1000.0, near: near / 1000.0, far }
    }

    /// From near to far, metres; none without end.
    #[must_use]
    pub fn total(self) -> Option<f64> {
        Some(self.far? - self.near)
    }
}

/// The aperture that makes a depth in metres sharp around a distance, the widest in third stops; none up to f/64.
#[must_use]
pub fn aperture_for_depth(focal: Millimetres, distance: Meters, circle: f64, depth: f64) -> Option<Aperture> {
    (-1..=36)
        .filter_map(|third| Aperture::from_av(f64::from(third) / 3.0).ok())
        .find(|a| DepthOfField::of(focal, distance, a.exact(), circle).total().is_none_or(|total| total >= depth))
}

/// Diameter of the Airy disc in micrometres at a working f-number; wavelength in micrometres: `2·1.2197·λ·N`.
#[must_use]
pub fn airy(working: f64, wavelength: f64) -> f64 {
    2.0 * FIRST_ZERO * wavelength * working
}

/// The same against the pixels, at a wavelength in micrometres: two to three are customary as the limit (there is no single one).
#[must_use]
pub fn airy_pixels(working: f64, wavelength: f64, pitch: Micrometres) -> f64 {
    airy(working, wavelength) / pitch.get()
}

/// The f-number that works at a magnification, the pupils taken as equal: `N(1 + m)`.
#[must_use]
pub fn working(f_number: f64, magnification: f64) -> f64 {
    f_number * (1.0 + magnification)
}

/// What focusing near costs, stops: `2·log2(1 + m)`. Lenses that focus inside differ.
#[must_use]
pub fn bellows(focal: Millimetres, distance: Meters) -> Option<Stops> {
    magnification(focal, distance).map(|m| Stops::of(2.0 * (1.0 + m).log2()))
}

/// Magnification of a thin lens: `f/(u − f)`. None nearer than the focal length.
#[must_use]
pub fn magnification(focal: Millimetres, distance: Meters) -> Option<f64> {
    let (f, u) = (focal.get(), distance.get() * 1000.0);
    (u > f).then(|| f / (u - f))
}

/// A sensor's size.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SensorSize {
    /// The long side.
    pub width: Millimetres,
    /// The short side.
    pub height: Millimetres,
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_widest_aperture_for_a_depth_reaches_it_and_the_next_wider_does_not() {
        let (f, u) = (Millimetres::new(85.0).unwrap(), Meters::new(1.5).unwrap());
        let at = aperture_for_depth(f, u, 0.03, 0.12).unwrap();
        let total = |a: Aperture| DepthOfField::of(f, u, a.exact(), 0.03).total().unwrap();
        assert!(total(at) >= 0.12);
        assert!(total(Aperture::from_av(at.av() - 1.0 / 3.0).unwrap()) < 0.12);
        assert_eq!(aperture_for_depth(Millimetres::new(800.0).unwrap(), u, 0.001, 0.5), None);
    }

    /// 2 · 1.2197 · 8 · λ: 10.7 µm at 550 nm, 12.7 µm at 650 nm; on pixels of 4.88 µm 2.2 and 2.6.
    #[test]
    fn the_airy_disc_over_the_pixels_grows_with_the_wavelength() {
        let pitch = Micrometres::new(4.88).unwrap();
        assert!((airy_pixels(8.0, GREEN, pitch) - 2.0 * 1.219_67 * 8.0 * 0.55 / 4.88).abs() < 1e-3);
        assert!((airy_pixels(8.0, 0.65, pitch) - 2.0 * 1.219_67 * 8.0 * 0.65 / 4.88).abs() < 1e-3);
    }
}
