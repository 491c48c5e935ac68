//! Grain for skin, hair and cloth: smooth random numbers in space, the same at every start.

use std::sync::LazyLock;

use glam::{Vec3, Vec3A};

/// Grain on a lattice of 32³ that repeats.
pub struct Noise(Vec<i8>);

static NOISE: LazyLock<Noise> = LazyLock::new(|| {
    let mut state = 0x9e37_79b9u32;
    let next = |_| {
        // xorshift, from memory: any numbers will do, as long as they are always the same.
        state ^= state << 13;
        state ^= state >> 17;
        state ^= state << 5;
        (state >> 16) as i8
    };
    Noise((0..32 * 32 * 32).map(next).collect())
});

impl Noise {
    /// The one that all share.
    #[must_use]
    pub fn get() -> &'static Self {
        &NOISE
    }

    /// At a point, a cell a unit: −1 to 1.
    #[inline]
    #[must_use]
    pub fn at(&self, p: Vec3) -> f32 {
        // All three at once: a floor of its own is a call on machines before SSE4.1.
        let p = Vec3A::from(p);
        let cell = p.floor();
        let over = p - cell;
        let (x, y, z) = (cell.x as i32, cell.y as i32, cell.z as i32);
        let of = |dx: i32, dy: i32, dz: i32| {
            let k = ((z + dz) & 31) << 10 | ((y + dy) & 31) << 5 | ((x + dx) & 31);
            f32::from(self.0[k as usize])
        };
        let mix = |a: f32, b: f32, t: f32| a + (b - a) * t;
        let row = |dy: i32, dz: i32| mix(of(0, dy, dz), of(1, dy, dz), over.x);
        mix(mix(row(0, 0), row(1, 0), over.y), mix(row(0, 1), row(1, 1), over.y), over.z) / 127.0
    }
}
