//! A front with its beam and its grid: what a light gives at a point.

use std::f64::consts::PI;

use super::{
    DVec3,
    beam::Honeycomb,
    front::{Front, Outline, contour, kernel},
};

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
    use std::f64::consts::PI;

    use proptest::prelude::*;

    use super::*;
    use crate::field::{
        DVec3,
        beam::Honeycomb,
        front::{Front, Outline},
    };

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
