//! What of a map a cone can cover, and how far a direction is from the nearest of many.

use glam::Vec3;

use super::{lanes::Lanes, on_lanes};

/// The 8 × 8 tiles of a map: the middle of each, cosine and sine of the angle to its corners.
#[derive(Debug, Clone)]
pub struct Tiles {
    columns: [[f32; 64]; 5],
}

impl Tiles {
    /// Of a function from a map, −1 to 1 both ways, to directions.
    #[must_use]
    pub fn of(direction: impl Fn(f32, f32) -> Vec3) -> Self {
        let mut columns = [[0.0; 64]; 5];
        for t in 0..64 {
            let at = |x: f32, y: f32| direction(((t % 8) as f32 + x) / 4.0 - 1.0, ((t / 8) as f32 + y) / 4.0 - 1.0);
            let middle = at(0.5, 0.5);
            let widest =
                [at(0.0, 0.0), at(1.0, 0.0), at(0.0, 1.0), at(1.0, 1.0)].map(|c| middle.angle_between(c)).into_iter().fold(0.0, f32::max);
            for (column, value) in columns.iter_mut().zip([middle.x, middle.y, middle.z, widest.cos(), widest.sin()]) {
                column[t] = value;
            }
        }
        Self { columns }
    }

    /// The tiles that a cone round an axis of this cosine and sine of half its angle can touch: a bit each.
    #[must_use]
    pub fn touched(&self, axis: Vec3, cos: f32, sin: f32) -> u64 {
        touched(&self.columns, axis, cos, sin)
    }
}

on_lanes! {
    fn touched / tiles(columns: &[[f32; 64]; 5], axis: Vec3, cos: f32, sin: f32) -> u64
}

#[inline(always)]
fn eight<L: Lanes>(column: &[f32], at: usize) -> L {
    match column.get(at..at + 8).and_then(|s| s.first_chunk::<8>()) {
        Some(eight) => L::of(eight),
        None => L::all(0.0),
    }
}

#[inline(always)]
fn tiles<L: Lanes>(columns: &[[f32; 64]; 5], axis: Vec3, cos: f32, sin: f32) -> u64 {
    let (x, y, z, c, s) = (L::all(axis.x), L::all(axis.y), L::all(axis.z), L::all(cos), L::all(-sin));
    let mut bits = 0u64;
    for k in 0..8 {
        let of = |column: usize| eight::<L>(&columns[column], k * 8);
        let along = x.times_and(of(0), y.times_and(of(1), z * of(2)));
        // cos(a + b): farther apart than both radii together they don't touch.
        let least = c.times_and(of(3), s * of(4));
        bits |= u64::from(least.at_most(along)) << (k * 8);
    }
    bits
}

/// The border between what is seen and what is hidden, as directions.
#[derive(Debug, Clone, Default)]
pub struct Boundary {
    x: Vec<f32>,
    y: Vec<f32>,
    z: Vec<f32>,
}

impl Boundary {
    /// Without any direction.
    pub fn clear(&mut self) {
        self.x.clear();
        self.y.clear();
        self.z.clear();
    }

    /// One more direction.
    pub fn add(&mut self, d: Vec3) {
        self.x.push(d.x);
        self.y.push(d.y);
        self.z.push(d.z);
    }

    /// Filled up to whole eights; to be called once all are there.
    pub fn close(&mut self) {
        while !self.x.len().is_multiple_of(8) {
            self.add(Vec3::NEG_Z * 3.0);
        }
    }

    /// The cosine of the angle to the nearest of them; −2 where there is none above the horizon.
    #[must_use]
    pub fn nearest(&self, d: Vec3) -> f32 {
        nearest(self, d)
    }
}

on_lanes! {
    fn nearest / most(boundary: &Boundary, d: Vec3) -> f32
}

#[inline(always)]
fn most<L: Lanes>(boundary: &Boundary, d: Vec3) -> f32 {
    let (x, y, z) = (L::all(d.x), L::all(d.y), L::all(d.z));
    let mut most = L::all(-2.0);
    let mut at = 0;
    while at < boundary.x.len() {
        let of = |column: &[f32]| eight::<L>(column, at);
        most = most.most(x.times_and(of(&boundary.x), y.times_and(of(&boundary.y), z * of(&boundary.z))));
        at += 8;
    }
    most.each().into_iter().fold(-2.0, f32::max)
}
