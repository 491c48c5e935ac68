//! What a room throws back: the mean of inter-reflection.

/// A box of a room with the mean reflectances of its surfaces, metres and 0 to 0.95.
///
/// Source: the mean of the integrating sphere and of the split-flux method (handbooks, from memory). Exact for the mean over all surfaces
/// where all reflect alike; weighting by area is an approximation, and single places of the walls lay −37 to +44 % off in rooms that were
/// path-traced. At a face under a softbox it lay within 0.3 stop of path tracing in eight rooms (`scene/tests/rooms.py`); between black walls, where a
/// hundredth comes back, it gives half of that.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Surfaces {
    /// Across.
    pub width: f64,
    /// Deep.
    pub length: f64,
    /// High.
    pub height: f64,
    /// Of the four walls together.
    pub walls: f64,
    /// Of the ceiling.
    pub ceiling: f64,
    /// Of the floor.
    pub floor: f64,
}

impl Surfaces {
    /// Of all six, m².
    #[must_use]
    pub fn area(&self) -> f64 {
        2.0 * self.width * self.length + self.wall_area()
    }

    fn wall_area(&self) -> f64 {
        2.0 * (self.width + self.length) * self.height
    }

    /// Weighted by area.
    #[must_use]
    pub fn reflectance(&self) -> f64 {
        (self.walls * self.wall_area() + (self.ceiling + self.floor) * self.width * self.length) / self.area()
    }

    /// Illuminance from inter-reflection for each lumen that is let into the room, lux: `ρ/(A(1 − ρ))`. All the light counts, also what
    /// misses the sitter.
    #[must_use]
    pub fn indirect_per_lumen(&self) -> f64 {
        let rho = self.reflectance().min(0.95);
        rho / (self.area() * (1.0 - rho))
    }
}

/// Lit : shadow where the room throws back the same on both sides: `(K + F + R)/(F + R)`.
#[must_use]
pub fn ratio_with_room(key: f64, fill: f64, room: f64) -> f64 {
    (key + fill + room) / (fill + room)
}
