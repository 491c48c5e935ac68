//! How light from a real front falls on a surface: illuminance of rectangles and discs, beams and grids, and what a room throws back.
//!
//! A front is taken as an even Lambertian surface that emits on one side. Source of the formulas: Lambert's illuminance law as the contour
//! integral over a polygon that is clipped at the receiver's horizon, and the closed form of a disc, as handbooks of radiative heat transfer
//! have them (from memory; the project's reference values were made two ways and against a physically based renderer). Beams and grids
//! are models ([`beam`]). Real fronts are brighter in the middle: ±0.3 stop (common practice, no source).
//!
//! Everything is in metres and in a right-handed frame; points and directions are [`DVec3`].

mod beam;
mod bounce;

use std::f64::consts::{PI, TAU};

pub use beam::{Honeycomb, flux_inside, flux_of, half_angle_at, wall_half_angle};
pub use bounce::{Surfaces, ratio_with_room};
pub use glam::DVec3;

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
    fn corners(&self, sides: u32) -> impl Iterator<Item = DVec3> + Clone {
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
fn kernel(source: DVec3, axis: DVec3, point: DVec3, normal: DVec3) -> f64 {
    let to = point - source;
    let d2 = to.length_squared();
    if d2 <= 0.0 {
        return 0.0;
    }
    axis.dot(to).max(0.0) * (-normal.dot(to)).max(0.0) / (d2 * d2)
}

/// Half the contour integral of a polygon seen from a point, clipped at the receiver's horizon: `½·|Σ Θᵢ n·cᵢ|`.
fn contour(corners: impl Iterator<Item = DVec3> + Clone, point: DVec3, normal: DVec3) -> f64 {
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

/// A front with its beam and its grid: what falls where for each lumen that leaves it.
#[derive(Debug, Clone, PartialEq)]
pub struct Emitter {
    /// Where it stands and what it looks like.
    pub front: Front,
    /// Exponent of its `cosⁿ` beam; 1 is Lambertian.
    pub exponent: f64,
    /// What is before it.
    pub grid: Option<Honeycomb>,
    /// The share of its lamp's light that reaches it: 1, or what a wall throws on.
    pub strength: f64,
    /// Points over its area, for what has no closed form.
    patches: Vec<DVec3>,
    /// Corners that stand for its outline in a drawing; none where it is exact.
    corners: Vec<DVec3>,
}

impl Emitter {
    /// Of a front, a beam exponent of 0.5 and more, and a grid.
    #[must_use]
    pub fn new(front: Front, exponent: f64, grid: Option<Honeycomb>) -> Self {
        let plain = grid.is_none() && (exponent - 1.0).abs() < 1e-9;
        let patches = if plain { Vec::new() } else { front.spread(6) };
        Self { front, exponent, grid, strength: 1.0, patches, corners: Vec::new() }
    }

    /// The same with a share of its lamp's light: what a wall throws on.
    #[must_use]
    pub fn of_strength(self, strength: f64) -> Self {
        Self { strength, ..self }
    }

    /// The same for drawings, where many points are asked at once: within a tenth of a stop near by, and far less elsewhere.
    #[must_use]
    pub fn drawn(&self) -> Self {
        let patches = if self.patches.is_empty() { Vec::new() } else { self.front.spread(3) };
        let corners = if self.front.outline == Outline::Point { Vec::new() } else { self.front.corners(12).collect() };
        Self { patches, corners, ..self.clone() }
    }

    /// What leaves in a direction against a Lambertian front of the same flux: `(n+1)/2 · cosⁿ⁻¹θ · T(θ)`.
    fn weight(&self, cos: f64) -> f64 {
        let cos = cos.clamp(1e-3, 1.0);
        let beam = match self.exponent - 1.0 {
            n if n.abs() < 1e-9 => 1.0,
            n if (n - 1.0).abs() < 1e-9 => 1.5 * cos,
            n => (n + 2.0) / 2.0 * cos.powf(n),
        };
        beam * self.grid.map_or(1.0, |g| g.square_of(cos))
    }

    /// Illuminance at a point for each lumen that leaves the front before its grid, lux; for flash lux-seconds for each lumen-second.
    ///
    /// Lambertian fronts are exact. For others the exact Lambertian value is weighted by how the beam and the grid treat the rays from
    /// points spread over the front: exact for a small front and for a Lambertian one.
    #[must_use]
    pub fn lux_per_lumen(&self, point: DVec3, normal: DVec3) -> f64 {
        let Front { at, axis, outline, .. } = self.front;
        let cos = (point - at).try_normalize().map_or(0.0, |to| to.dot(axis));
        if cos <= 0.0 {
            return 0.0;
        }
        if outline == Outline::Point {
            return kernel(at, axis, point, normal) / PI * self.weight(cos) * self.strength;
        }
        let lit = if self.corners.is_empty() {
            self.front.per_luminance(point, normal)
        } else {
            contour(self.corners.iter().copied(), point, normal)
        };
        let even = lit / (PI * self.front.area()) * self.strength;
        if self.patches.is_empty() || even <= 0.0 {
            return even;
        }
        let (mut light, mut plain) = (0.0, 0.0);
        for patch in &self.patches {
            let k = kernel(*patch, axis, point, normal);
            if k > 0.0 {
                let to = point - *patch;
                plain += k;
                light += k * self.weight(to.dot(axis) / to.length());
            }
        }
        even * if plain > 0.0 { light / plain } else { self.weight(cos) }
    }

    /// The same with the receiver turned to the front's centre.
    #[must_use]
    pub fn facing(&self, point: DVec3) -> f64 {
        self.lux_per_lumen(point, (self.front.at - point).try_normalize().unwrap_or(DVec3::Z))
    }

    /// The share of the lamp's light that it lets into the room, through its grid: `∫ (n+1)·cosⁿθ·T(θ)·sinθ dθ`.
    #[must_use]
    pub fn share_out(&self) -> f64 {
        let Some(grid) = self.grid else { return self.strength };
        let steps = 200;
        let step = PI / 2.0 / f64::from(steps);
        (0..steps)
            .map(|i| (f64::from(i) + 0.5) * step)
            .map(|t| (self.exponent + 1.0) * t.cos().powf(self.exponent) * grid.square(t) * t.sin() * step)
            .sum::<f64>()
            * self.strength
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn rectangle(width: f64, height: f64) -> Outline {
        Outline::Rectangle { width, height }
    }

    fn unit() -> impl Strategy<Value = DVec3> {
        (-1.0..1.0f64, -1.0..1.0f64, -1.0..1.0f64).prop_filter_map("no direction", |(x, y, z)| DVec3::new(x, y, z).try_normalize())
    }

    #[test]
    fn a_grid_narrows_the_spot_and_takes_most_of_the_light() {
        let front = Front::new(DVec3::Z, DVec3::NEG_Z, DVec3::Y, rectangle(0.6, 0.9));
        let gridded = Emitter::new(front, 1.0, Some(Honeycomb::marked(40.0)));
        assert_eq!(gridded.facing(DVec3::new(2.0, 0.0, 0.0)), 0.0);
        assert!(gridded.facing(DVec3::ZERO) > 0.0);
        // Closed form for a Lambertian front: sin²θc − (2/tan θc)·∫sin²θ dθ = sin²θc − (θc − sin θc cos θc)/tan θc.
        let c = 20f64.to_radians();
        let closed = c.sin().powi(2) - (c - c.sin() * c.cos()) / c.tan();
        assert!((gridded.share_out() - closed).abs() < 1e-4, "{} {closed}", gridded.share_out());
    }

    proptest! {
        /// No front gives more than a sky of its own luminance, whichever way the receiver looks.
        #[test]
        fn never_more_than_pi(axis in unit(), up in unit(), at in unit(), n in unit(), w in 0.05..2.0f64, h in 0.05..2.0f64, d in 0.02..5.0f64) {
            for outline in [rectangle(w, h), Outline::Disc { radius: w / 2.0 }] {
                let e = Front::new(at * d, axis, up, outline).per_luminance(DVec3::ZERO, n);
                prop_assert!((0.0..=PI + 1e-9).contains(&e), "{e}");
            }
        }

        /// What is drawn is what is worked out.
        #[test]
        fn a_drawing_is_near_the_exact_light(axis in unit(), at in unit(), w in 0.2..1.2f64, d in 1.0..5.0f64, exponent in 1.0..3.0f64) {
            for exponent in [1.0, exponent] {
                let exact = Emitter::new(Front::new(at * d * w, axis, DVec3::Y, Outline::Disc { radius: w / 2.0 }), exponent, None);
                let (drawn, exact) = (exact.drawn().facing(DVec3::ZERO), exact.facing(DVec3::ZERO));
                // Where it is seen from the side there is hardly any light to be wrong about.
                let seen = (-at).dot(axis) > 0.3;
                prop_assert!(!seen || (drawn / exact).log2().abs() < if exponent > 1.0 { 0.15 } else { 0.1 }, "{drawn} {exact}");
            }
        }

        /// Two halves of a rectangle light as much as the whole.
        #[test]
        fn halves_add_up(axis in unit(), n in unit(), at in unit(), w in 0.1..2.0f64, h in 0.1..2.0f64, d in 0.1..4.0f64) {
            let whole = Front::new(at * d, axis, DVec3::Y, rectangle(w, h));
            let half = |side: f64| Front { at: whole.at + whole.right() * (side * w / 4.0), outline: rectangle(w / 2.0, h), ..whole };
            let sum: f64 = [-1.0, 1.0].map(|s| half(s).per_luminance(DVec3::ZERO, n)).iter().sum();
            prop_assert!((sum - whole.per_luminance(DVec3::ZERO, n)).abs() < 1e-9);
        }

        /// A far front of any beam is a point of the same beam.
        #[test]
        fn far_away_a_front_is_a_point(exponent in 1.0..20.0f64, side in 0.1..0.6f64, x in -8.0..8.0f64) {
            let [area, point] = [rectangle(side, side), Outline::Point]
                .map(|o| Emitter::new(Front::new(DVec3::Z * 30.0, DVec3::NEG_Z, DVec3::Y, o), exponent, None).facing(DVec3::X * x));
            prop_assert!((area / point).log2().abs() < 0.01);
        }
    }
}
