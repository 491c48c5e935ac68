//! Eight rays with one origin, against the triangles of a tree.

use glam::Vec3;

use super::{lanes::Lanes, on_lanes};
use crate::tree::{DEEP, Tree};

/// The directions of eight rays.
#[derive(Debug, Clone, Copy)]
pub struct Rays {
    /// To the right.
    pub x: [f32; 8],
    /// Up.
    pub y: [f32; 8],
    /// Forward.
    pub z: [f32; 8],
}

impl Rays {
    /// Eight rays; the last one again where there are fewer.
    #[must_use]
    pub fn of(directions: impl IntoIterator<Item = Vec3>) -> Self {
        let mut rays = Self { x: [0.0; 8], y: [0.0; 8], z: [1.0; 8] };
        let mut count = 0;
        for d in directions.into_iter().take(8) {
            // A ray along an axis would divide by nothing.
            let [x, y, z] = d.to_array().map(|v| if v.abs() < 1e-9 { 1e-9 } else { v });
            (rays.x[count], rays.y[count], rays.z[count]) = (x, y, z);
            count += 1;
        }
        for k in count.max(1)..8 {
            (rays.x[k], rays.y[k], rays.z[k]) = (rays.x[k - 1], rays.y[k - 1], rays.z[k - 1]);
        }
        rays
    }
}

/// Where eight rays start, and what they may meet.
#[derive(Debug, Clone, Copy)]
pub struct Beam<'a> {
    /// Their origin.
    pub origin: Vec3,
    /// What lies wholly below the plane through the origin with this normal is left out; nothing is for zero.
    pub horizon: Vec3,
    /// How far they go, in lengths of their directions.
    pub reach: f32,
    /// The boxes that are looked into.
    pub roots: &'a [u32],
}

impl Beam<'_> {
    /// Which of the rays meet anything: a bit each.
    #[must_use]
    pub fn meets(&self, tree: &Tree, rays: &Rays) -> u32 {
        meets(self, tree, rays)
    }
}

on_lanes! {
    fn meets / each(beam: &Beam, tree: &Tree, rays: &Rays) -> u32
}

/// Along one axis: where eight rays enter and leave a slab.
#[inline(always)]
fn slab<L: Lanes>(low: f32, high: f32, over: L) -> (L, L) {
    let (a, b) = (L::all(low) * over, L::all(high) * over);
    (a.least(b), a.most(b))
}

#[inline(always)]
fn dot<L: Lanes>(d: (L, L, L), v: Vec3) -> L {
    d.0.times_and(L::all(v.x), d.1.times_and(L::all(v.y), d.2 * L::all(v.z)))
}

/// Because the origin is shared, a triangle costs each ray three products: `det = −d·N`, `u = d·(e₂×s)`, `v = d·(s×e₁)`, and `t` none at all.
#[inline(always)]
fn each<L: Lanes>(beam: &Beam, tree: &Tree, rays: &Rays) -> u32 {
    let d = (L::of(&rays.x), L::of(&rays.y), L::of(&rays.z));
    let (zero, one, reach) = (L::all(0.0), L::all(1.0), L::all(beam.reach));
    let over = (one / d.0, one / d.1, one / d.2);
    let (origin, up) = (beam.origin, beam.horizon);
    let rises = [up.x >= 0.0, up.y >= 0.0, up.z >= 0.0];
    let mut hit = 0u32;
    let mut stack = [0u32; DEEP];
    for root in beam.roots {
        let mut open = 1;
        stack[0] = *root;
        while open > 0 {
            open -= 1;
            let node = &tree.nodes[stack[open] as usize];
            if node.triangles == 0 {
                for child in [node.first, node.first + 1] {
                    let inner = &tree.nodes[child as usize];
                    let (low, high) = (inner.low - origin, inner.high - origin);
                    let highest = up.x * if rises[0] { high.x } else { low.x }
                        + up.y * if rises[1] { high.y } else { low.y }
                        + up.z * if rises[2] { high.z } else { low.z };
                    if highest < 0.0 {
                        continue;
                    }
                    let (x, y, z) = (slab(low.x, high.x, over.0), slab(low.y, high.y, over.1), slab(low.z, high.z, over.2));
                    let (enter, leave) = (x.0.most(y.0).most(z.0.most(zero)), x.1.least(y.1).least(z.1.least(reach)));
                    if enter.at_most(leave) & !hit != 0 {
                        stack[open] = child;
                        open += 1;
                    }
                }
                continue;
            }
            let range = node.first as usize..(node.first + node.triangles) as usize;
            for [corner, first, second] in &tree.triangles[range] {
                let from = origin - *corner;
                let turned = from.cross(*first);
                let over = one / dot(d, -first.cross(*second));
                let u = dot(d, second.cross(from)) * over;
                let v = dot(d, turned) * over;
                let t = L::all(second.dot(turned)) * over;
                // Inside all three edges, and between start and end: the least of it is not negative.
                let inside = u.least(v).least(one - u - v);
                hit |= zero.at_most(inside.least(t).least(reach - t));
            }
            if hit == 255 {
                return hit;
            }
        }
    }
    hit
}
