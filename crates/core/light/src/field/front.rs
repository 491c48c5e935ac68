//! Fronts that light comes from: rectangles and discs, with closed forms for what they give.

use std::f64::consts::{PI, TAU};

use super::DVec3;

/// What a front looks like from its axis, metres.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Outline {
    /// So small that its size does not count.
    Point,
    /// Round.
    Disc {
        /// Half its diameter.
        radius: f64,
    },
    /// Square-cornered.
    Rectangle {
        /// Across.
        width: f64,
        /// Along its own up.
        height: f64,
    },
}

/// A front in space.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Front {
    /// Its centre.
    pub at: DVec3,
    /// Where it emits, a unit vector.
    pub axis: DVec3,
    /// Its own up, a unit vector across the axis.
    pub up: DVec3,
    /// Its shape.
    pub outline: Outline,
}

impl Front {
    /// A front that emits along an axis; `up` is made to stand across it.
    ///
    /// An axis without length, or along `up`, is turned so that something stands.
    #[must_use]
    pub fn new(at: DVec3, axis: DVec3, up: DVec3, outline: Outline) -> Self {
        let axis = axis.try_normalize().unwrap_or(DVec3::NEG_Z);
        let up = up.reject_from_normalized(axis).try_normalize().unwrap_or_else(|| axis.any_orthonormal_vector());
        Self { at, axis, up, outline }
    }

    /// Across, seen along the axis.
    #[must_use]
    pub fn right(&self) -> DVec3 {
        self.up.cross(self.axis)
    }

    /// Its area, m²; nothing for a point.
    #[must_use]
    pub fn area(&self) -> f64 {
        match self.outline {
            Outline::Point => 0.0,
            Outline::Disc { radius } => PI * radius * radius,
            Outline::Rectangle { width, height } => width * height,
        }
    }

    /// Its largest dimension, metres.
    #[must_use]
    pub const fn largest(&self) -> f64 {
        match self.outline {
            Outline::Point => 0.0,
            Outline::Disc { radius } => 2.0 * radius,
            Outline::Rectangle { width, height } => width.max(height),
        }
    }

    /// A point of the front, by shares of its half width and half height.
    fn spot(&self, across: f64, along: f64) -> DVec3 {
        let (a, b) = match self.outline {
            Outline::Point => (0.0, 0.0),
            Outline::Disc { radius } => (radius, radius),
            Outline::Rectangle { width, height } => (width / 2.0, height / 2.0),
        };
        self.at + self.right() * (a * across) + self.up * (b * along)
    }

    /// Points on its edge, in order.
    #[must_use]
    pub fn edge(&self) -> Vec<DVec3> {
        match self.outline {
            Outline::Point => vec![self.at],
            Outline::Disc { .. } => (0..24).map(|i| TAU * f64::from(i) / 24.0).map(|t| self.spot(t.cos(), t.sin())).collect(),
            Outline::Rectangle { .. } => [(-1.0, -1.0), (1.0, -1.0), (1.0, 1.0), (-1.0, 1.0)].map(|(x, y)| self.spot(x, y)).to_vec(),
        }
    }

    /// Points spread evenly over its area.
    #[must_use]
    pub fn spread(&self, side: u32) -> Vec<DVec3> {
        let at = |i: u32| (f64::from(i) + 0.5) / f64::from(side);
        match self.outline {
            Outline::Point => vec![self.at],
            Outline::Rectangle { .. } => (0..side * side).map(|k| self.spot(2.0 * at(k % side) - 1.0, 2.0 * at(k / side) - 1.0)).collect(),
            // Equal areas in rings, each turned a little against the last.
            Outline::Disc { .. } => (0..side * side)
                .map(|k| {
                    let (r, t) = (at(k / side).sqrt(), TAU * (at(k % side) + 0.5 * at(k / side)));
                    self.spot(r * t.cos(), r * t.sin())
                })
                .collect(),
        }
    }

    /// Illuminance at a point for a luminance of 1 cd/m², lux: exact for a rectangle (contour integral, clipped at the receiver's horizon)
    /// and for a disc that the receiver is parallel to; a tilted disc is a polygon of equal area (1e-8 with 128 sides).
    /// Nothing behind the front, and nothing from a point, which has no luminance.
    ///
    /// Never more than π, which is reached where the front fills the receiver's sky.
    #[must_use]
    pub fn per_luminance(&self, point: DVec3, normal: DVec3) -> f64 {
        if (point - self.at).dot(self.axis) <= 0.0 {
            return 0.0;
        }
        match self.outline {
            Outline::Point => 0.0,
            Outline::Rectangle { .. } => contour(self.corners(4), point, normal),
            Outline::Disc { radius } if normal.dot(self.axis) < -1.0 + 1e-12 => {
                let away = point - self.at;
                let d2 = away.dot(self.axis).powi(2);
                let x2 = away.length_squared() - d2;
                let r2 = radius * radius;
                PI / 2.0 * (1.0 - (x2 + d2 - r2) / ((x2 + d2 + r2).powi(2) - 4.0 * r2 * x2).sqrt())
            }
            Outline::Disc { radius } => {
                // The error falls with the fourth power of the sides, and with the distance.
                let far = (point - self.at).length() / radius;
                let sides: u32 = match far {
                    f if f > 8.0 => 16,
                    f if f > 1.5 => 48,
                    _ => 128,
                };
                contour(self.corners(sides), point, normal)
            }
        }
    }

    /// Corners of a rectangle, or of a polygon with a disc's area.
    pub(crate) fn corners(&self, sides: u32) -> impl Iterator<Item = DVec3> + Clone {
        let front = *self;
        let (sides, equal, turn) = match self.outline {
            Outline::Rectangle { .. } => (4, std::f64::consts::SQRT_2, PI / 4.0),
            _ => (sides, (PI / (f64::from(sides) / 2.0 * (TAU / f64::from(sides)).sin())).sqrt(), 0.0),
        };
        (0..sides).map(move |i| {
            let (sin, cos) = (TAU * f64::from(i) / f64::from(sides) + turn).sin_cos();
            front.spot(equal * cos, equal * sin)
        })
    }

    /// The same by the point law to its centre: `A·cos·cos/d²`. Wrong near a large front.
    #[must_use]
    pub fn per_luminance_of_point(&self, point: DVec3, normal: DVec3) -> f64 {
        self.area() * kernel(self.at, self.axis, point, normal)
    }
}

/// `cos θ_source · cos θ_receiver / d²`, nothing where either looks away.
pub(super) fn kernel(source: DVec3, axis: DVec3, point: DVec3, normal: DVec3) -> f64 {
    let to = point - source;
    let d2 = to.length_squared();
    if d2 <= 0.0 {
        return 0.0;
    }
    axis.dot(to).max(0.0) * (-normal.dot(to)).max(0.0) / (d2 * d2)
}

/// Half the contour integral of a polygon seen from a point, clipped at the receiver's horizon: `½·|Σ Θᵢ n·cᵢ|`.
pub(super) fn contour(corners: impl Iterator<Item = DVec3> + Clone, point: DVec3, normal: DVec3) -> f64 {
    let edge = |a: DVec3, b: DVec3| {
        let across = a.cross(b);
        let length = across.length();
        // atan2 keeps its digits for a far, small source.
        if length > 0.0 { length.atan2(a.dot(b)) * normal.dot(across) / length } else { 0.0 }
    };
    let (mut sum, mut first, mut last) = (0.0, None, None);
    let mut emit = |v: DVec3| {
        if let Some(last) = last {
            sum += edge(last, v);
        } else {
            first = Some(v);
        }
        last = Some(v);
    };
    let mut seen = corners.map(|c| c - point);
    let Some(start) = seen.next() else { return 0.0 };
    let mut before = start;
    for corner in seen.chain(std::iter::once(start)) {
        let (a, b) = (normal.dot(before), normal.dot(corner));
        if a >= 0.0 {
            emit(before);
        }
        if (a > 0.0 && b < 0.0) || (a < 0.0 && b > 0.0) {
            emit(before + (corner - before) * (a / (a - b)));
        }
        before = corner;
    }
    if let (Some(first), Some(last)) = (first, last) {
        sum += edge(last, first);
    }
    (sum / 2.0).abs()
}
