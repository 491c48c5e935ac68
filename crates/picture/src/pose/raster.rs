//! Which triangle is seen where: at four places of each pixel.

use glam::{Vec2, Vec3};
use rayon::prelude::*;

use crate::{
    sitter::{Mesh, Part},
    view::View,
};

/// Nothing of the sitter is seen here.
pub(super) const NOTHING: u32 = u32::MAX;
/// Rows of four places that are worked on together.
const BAND: usize = 64;
/// Triangles that are worked on together.
const PART: usize = 8192;

/// What is seen at each of four places a pixel.
pub(super) struct Raster {
    /// Places across: two a pixel.
    pub(super) width: usize,
    /// The corners of the mesh as they lie in it, and one over how far they are.
    pub(super) corners: Vec<Vec3>,
    /// The triangle.
    pub(super) seen: Vec<u32>,
    /// One over how far it is; 0 where there is none.
    pub(super) near: Vec<f32>,
}

/// Twice the area of a triangle as it lies in the picture.
#[inline]
fn area(p: Vec2, q: Vec2, s: Vec2) -> f32 {
    (q - p).perp_dot(s - p)
}

/// The weights of the second and third corner at a place.
#[inline]
pub(super) fn weights([p, q, s]: [Vec2; 3], at: Vec2) -> (f32, f32) {
    let over = 1.0 / area(p, q, s);
    ((at - p).perp_dot(s - p) * over, (q - p).perp_dot(at - p) * over)
}

/// Hair is one shell, and where its lower edge stands off from neck or shoulder the ground shines through, as through no hair: gaps up to this are closed,
/// metres (a judgement, by eye).
const GAP: f32 = 0.012;

/// Closes the gaps of hair in a row, with the hair beside them.
fn comb(mesh: &Mesh, scale: f32, near: &mut [f32], seen: &mut [u32]) {
    let mut last: Option<usize> = None;
    for x in 0..seen.len() {
        if seen[x] == NOTHING {
            continue;
        }
        if let Some(before) = last.filter(|before| x - before > 1 && (x - before) as f32 <= GAP * scale * near[x])
            && let Some(hair) = [before, x].into_iter().find(|k| mesh.part_of(seen[*k]) == Part::Hair)
        {
            let (id, depth) = (seen[hair], near[hair]);
            near[before + 1..x].fill(depth);
            seen[before + 1..x].fill(id);
        }
        last = Some(x);
    }
}

impl Raster {
    /// Of a mesh, seen by a view with all places of its pixels; both in the head's frame. Combed, hair has no gaps.
    pub(super) fn of(mesh: &Mesh, fine: &View, combed: bool) -> Self {
        let (width, height) = (fine.width, fine.height);
        let corners: Vec<Vec3> = mesh.at.par_iter().with_min_len(4096).map(|p| fine.project(*p)).collect();
        // Which triangles reach into which band, part by part of the mesh.
        let banded = |(part, triangles): (usize, &[[u32; 3]])| {
            let mut bands: Vec<Vec<u32>> = vec![Vec::new(); height.div_ceil(BAND)];
            for (i, t) in triangles.iter().enumerate() {
                let [p, q, s] = t.map(|i| corners[i as usize]);
                // Those that look away, and what is behind the lens.
                if area(p.truncate(), q.truncate(), s.truncate()) >= 0.0 || p.z.min(q.z).min(s.z) <= 0.0 {
                    continue;
                }
                let (low, high) = (p.min(q).min(s), p.max(q).max(s));
                if high.y < 0.0 || low.y >= height as f32 || high.x < 0.0 || low.x >= width as f32 {
                    continue;
                }
                for band in &mut bands[low.y.max(0.0) as usize / BAND..=(high.y as usize).min(height - 1) / BAND] {
                    band.push((part * PART + i) as u32);
                }
            }
            bands
        };
        let parts: Vec<Vec<Vec<u32>>> = mesh.triangles.par_chunks(PART).enumerate().map(banded).collect();
        let (mut near, mut seen) = (vec![0f32; width * height], vec![NOTHING; width * height]);
        near.par_chunks_mut(width * BAND).zip(seen.par_chunks_mut(width * BAND)).enumerate().for_each(|(b, (near, seen))| {
            let (top, rows) = (b * BAND, near.len() / width);
            for i in parts.iter().flat_map(|bands| &bands[b]) {
                let [p, q, s] = mesh.triangles[*i as usize].map(|i| corners[i as usize]);
                let (low, high) = (p.min(q).min(s), p.max(q).max(s));
                let columns = (low.x - 0.5).ceil().max(0.0) as usize..((high.x - 0.5).floor() as usize + 1).min(width);
                let lines = ((low.y - 0.5).ceil().max(0.0) as usize).max(top)..((high.y - 0.5).floor() as usize + 1).min(top + rows);
                let flat = [p, q, s].map(Vec3::truncate);
                let over = 1.0 / area(flat[0], flat[1], flat[2]);
                let (a, b) = (flat[2] - flat[0], flat[1] - flat[0]);
                for y in lines {
                    for x in columns.clone() {
                        let at = Vec2::new(x as f32 + 0.5, y as f32 + 0.5) - flat[0];
                        let (second, third) = (at.perp_dot(a) * over, b.perp_dot(at) * over);
                        if second < -1e-5 || third < -1e-5 || second + third > 1.000_01 {
                            continue;
                        }
                        let z = p.z + (q.z - p.z) * second + (s.z - p.z) * third;
                        let k = (y - top) * width + x;
                        if z > near[k] {
                            (near[k], seen[k]) = (z, *i);
                        }
                    }
                }
            }
            if combed {
                for (near, seen) in near.chunks_mut(width).zip(seen.chunks_mut(width)) {
                    comb(mesh, fine.scale(), near, seen);
                }
            }
        });
        Self { width, corners, seen, near }
    }

    /// A triangle as it lies in the picture.
    pub(super) fn flat(&self, triangle: [u32; 3]) -> [Vec2; 3] {
        triangle.map(|i| self.corners[i as usize].truncate())
    }
}
