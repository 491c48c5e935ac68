//! Beams that fall off as `cosⁿ`, and honeycomb grids. Both are models, not measurements of a unit.

use std::f64::consts::{PI, TAU};

/// A grid of thin black walls before a front: it shadows what leaves at an angle, and nothing passes beyond its cut-off.
///
/// Source: geometric shadowing, closed form; walls that reflect and light from beyond one cell are left out.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Honeycomb {
    /// Tangent of the angle from its axis beyond which nothing passes: width of a cell over its depth.
    pub open: f64,
}

impl Honeycomb {
    /// A grid's angle where none is marked, degrees (common practice, no source).
    pub const USUAL: f64 = 40.0;

    /// Of a grid's marked angle, degrees: taken as the full angle at which nothing passes any more. There is no standard for the mark;
    /// cut-off, half cut-off and half intensity differ by a factor of two and more.
    #[must_use]
    pub fn marked(degrees: f64) -> Self {
        Self { open: (degrees.clamp(2.0, 170.0) / 2.0).to_radians().tan() }
    }

    /// Of its cells, any one unit: `s` wide and `D` deep.
    #[must_use]
    pub fn of_cell(width: f64, depth: f64) -> Self {
        Self { open: width / depth }
    }

    /// What passes at an angle in radians from the axis, square cells, along a side: `1 − (D/s)·tan θ`.
    #[must_use]
    pub fn square(self, angle: f64) -> f64 {
        self.square_of(angle.cos())
    }

    /// The same by the angle's cosine.
    #[must_use]
    pub fn square_of(self, cos: f64) -> f64 {
        if cos <= 0.0 { 0.0 } else { (1.0 - (1.0 - cos * cos).max(0.0).sqrt() / cos / self.open).max(0.0) }
    }

    /// What passes at an angle in radians, round cells: `(2/π)(acos u − u·√(1 − u²))`.
    #[must_use]
    pub fn round(self, angle: f64) -> f64 {
        let u = angle.tan() / self.open;
        if angle >= PI / 2.0 || u >= 1.0 { 0.0 } else { 2.0 / PI * (u.acos() - u * (1.0 - u * u).sqrt()) }
    }

    /// Beyond this angle nothing passes, radians.
    #[must_use]
    pub fn cut_off(self) -> f64 {
        self.open.atan()
    }

    /// Where a share of the axial light passes, radians: by halving, `of` falling from 1 to 0 up to the cut-off.
    #[must_use]
    pub fn angle_at(self, share: f64, of: impl Fn(Self, f64) -> f64) -> f64 {
        let (mut inside, mut outside) = (0.0, self.cut_off());
        for _ in 0..60 {
            let middle = f64::midpoint(inside, outside);
            if of(self, middle) > share { inside = middle } else { outside = middle }
        }
        inside
    }
}

/// All the light of a `cosⁿ` beam of an axial intensity, lumens: `2π·I₀/(n + 1)`.
#[must_use]
pub fn flux_of(intensity: f64, exponent: f64) -> f64 {
    TAU * intensity / (exponent + 1.0)
}

/// The share of a `cosⁿ` beam within an angle in radians from its axis: `1 − cosⁿ⁺¹θ`.
#[must_use]
pub fn flux_inside(angle: f64, exponent: f64) -> f64 {
    1.0 - angle.cos().powf(exponent + 1.0)
}

/// Where a `cosⁿ` beam has a share of its axial intensity, radians.
#[must_use]
pub fn half_angle_at(share: f64, exponent: f64) -> f64 {
    share.powf(1.0 / exponent).acos()
}

/// Where a wall across the axis has half its light, radians: the spot is narrower than the beam, `cosⁿ⁺³`.
#[must_use]
pub fn wall_half_angle(exponent: f64) -> f64 {
    half_angle_at(0.5, exponent + 3.0)
}
