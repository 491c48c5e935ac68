//! The part of the ground that the picture shows.

use ink_lamp_light::field::DVec3;

/// A part of the ground, metres.
#[derive(Clone, Copy)]
pub struct Framed {
    /// Where the ground is.
    pub z: f64,
    /// Left edge, `x`.
    pub left: f64,
    /// Right edge, `x`.
    pub right: f64,
    /// Lower edge, `y`.
    pub low: f64,
    /// Upper edge, `y`.
    pub high: f64,
}

impl Framed {
    /// No wider than this to each side.
    #[must_use]
    pub fn within(self, half: f64) -> Self {
        let (left, right) = (self.left.max(-half), self.right.min(half));
        if left < right { Self { left, right, ..self } } else { Self { left: -half, right: half, ..self } }
    }

    /// A point by its shares from left to right and from low to high.
    pub fn at(&self, across: f64, up: f64) -> DVec3 {
        DVec3::new(self.left + (self.right - self.left) * across, self.low + (self.high - self.low) * up, self.z)
    }
}
