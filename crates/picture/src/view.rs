//! Where the picture is taken from, and how the sitter is held in it.

use glam::Vec3;

/// How the sitter's head is held in the studio: its own axes, and where their origin lies.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Held {
    /// Where the head's origin is, metres.
    pub origin: Vec3,
    /// To the picture's right where it looks at the camera.
    pub right: Vec3,
    /// Up.
    pub up: Vec3,
    /// Where it looks.
    pub ahead: Vec3,
}

impl Held {
    /// A direction of the studio as the head has it.
    #[must_use]
    pub fn turned(&self, d: Vec3) -> Vec3 {
        Vec3::new(d.dot(self.right), d.dot(self.up), d.dot(self.ahead))
    }

    /// A point of the studio as the head has it.
    #[must_use]
    pub fn inside(&self, p: Vec3) -> Vec3 {
        self.turned(p - self.origin)
    }

    /// A point of the head, in the studio.
    #[must_use]
    pub fn outside(&self, p: Vec3) -> Vec3 {
        self.origin + self.right * p.x + self.up * p.y + self.ahead * p.z
    }
}

/// Where the picture is taken from, in one frame of axes.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct View {
    /// Pixels across.
    pub width: usize,
    /// Pixels down.
    pub height: usize,
    /// Where the lens is.
    pub at: Vec3,
    /// To the picture's right.
    pub right: Vec3,
    /// Up in the picture.
    pub up: Vec3,
    /// Where it looks.
    pub forward: Vec3,
    /// Tangent of half the angle from top to bottom.
    pub tall: f32,
}

impl View {
    /// Pixels for each unit of a tangent.
    #[must_use]
    pub fn scale(&self) -> f32 {
        self.height as f32 * 0.5 / self.tall
    }

    /// The same as the head has it.
    #[must_use]
    pub fn held(&self, held: &Held) -> Self {
        let [right, up, forward] = [self.right, self.up, self.forward].map(|d| held.turned(d));
        Self { at: held.inside(self.at), right, up, forward, ..*self }
    }

    /// The direction of a place in the picture, not of length 1: along `forward` it goes one unit.
    #[must_use]
    pub fn ray(&self, x: f32, y: f32) -> Vec3 {
        let by = 1.0 / self.scale();
        self.forward + self.right * ((x - self.width as f32 * 0.5) * by) + self.up * ((self.height as f32 * 0.5 - y) * by)
    }

    /// Where a point lies in the picture, and one over how far before the lens.
    #[inline]
    #[must_use]
    pub fn project(&self, p: Vec3) -> Vec3 {
        let to = p - self.at;
        let near = 1.0 / to.dot(self.forward);
        let scale = self.scale() * near;
        Vec3::new(to.dot(self.right) * scale + self.width as f32 * 0.5, self.height as f32 * 0.5 - to.dot(self.up) * scale, near)
    }

    /// The same picture, so many times as fine.
    #[must_use]
    pub fn times(&self, finer: usize) -> Self {
        Self { width: self.width * finer, height: self.height * finer, ..*self }
    }
}
