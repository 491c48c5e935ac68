//! The maps of a sitter: for each corner one walk over the tree says which tiles of its sky anything can cover, rays find the border there, and each
//! texel gets its angle to it.

use std::f32::consts::PI;

use glam::Vec3;
use rayon::prelude::*;

use super::{
    Progress, Seen,
    clusters::{Clusters, LINKS, Link, OPEN},
    front::{OFF, front},
};
use crate::{
    kernel::{Beam, Boundary, Rays, Tiles},
    map::{self, FULL, SIDE, SLACK, TEXELS},
    sitter::{Mesh, Part},
    tree::{DEEP, Tree},
};

/// Directions along a side: two for each texel.
const FINE: usize = 2 * SIDE;
const RAYS: usize = FINE * FINE;
/// Directions along a side of a tile.
const TILE: usize = FINE / 8;
/// How far anything of a sitter is from anything else, metres.
const REACH: f32 = 1.2;

/// A direction that was not asked yet.
const OPEN_QUESTION: u8 = 2;

/// What is the same for all corners.
struct Sky {
    /// All fine directions, and how much of the sky each stands for.
    fine: Vec<Vec3>,
    solid: Vec<f32>,
    /// The texels' directions.
    texels: Vec<Vec3>,
    tiles: Tiles,
}

impl Sky {
    fn new() -> Self {
        let step = 2.0 / FINE as f32;
        let solid = (0..RAYS)
            .map(|i| {
                let (u, v) = ((i % FINE) as f32 * step - 1.0, (i / FINE) as f32 * step - 1.0);
                let [a, b, c, d] = [(u, v), (u + step, v), (u + step, v + step), (u, v + step)].map(|(u, v)| map::direction(u, v));
                0.5 * ((b - a).cross(c - a).length() + (c - a).cross(d - a).length())
            })
            .collect();
        Self { fine: map::directions(FINE), solid, texels: map::directions(SIDE), tiles: Tiles::of(map::direction) }
    }
}

/// A corner's own frame, and where its rays start.
struct Corner {
    origin: Vec3,
    normal: Vec3,
    tangent: Vec3,
    across: Vec3,
}

impl Corner {
    fn out(&self, d: Vec3) -> Vec3 {
        self.tangent * d.x + self.across * d.y + self.normal * d.z
    }

    fn inside(&self, d: Vec3) -> Vec3 {
        Vec3::new(self.tangent.dot(d), self.across.dot(d), self.normal.dot(d))
    }

    /// The boxes that rise above its horizon, and the tiles that they can cover.
    fn above(&self, tree: &Tree, tiles: &Tiles) -> (Vec<u32>, u64) {
        const MANY: usize = 240;
        let (mut roots, mut cover) = (Vec::new(), 0u64);
        let mut stack = vec![0u32];
        stack.reserve(DEEP);
        while let Some(at) = stack.pop() {
            let node = &tree.nodes[at as usize];
            let (to, half) = ((node.low + node.high) * 0.5 - self.origin, (node.high - node.low) * 0.5);
            if self.normal.dot(to) + self.normal.abs().dot(half) <= 0.0 {
                continue;
            }
            if node.triangles > 0 {
                let held = &tree.triangles[node.first as usize..(node.first + node.triangles) as usize];
                let risen = held.iter().filter_map(|t| self.cone_of(t)).collect::<Vec<_>>();
                for cone in &risen {
                    cover |= cone.map_or(!0, |(axis, cos)| tiles.touched(axis, cos, (1.0 - cos * cos).max(0.0).sqrt()));
                }
                if !risen.is_empty() {
                    roots.push(at);
                }
                continue;
            }
            let (far, radius) = (to.length(), half.length());
            if far > radius * 9.0 || roots.len() + stack.len() > MANY {
                roots.push(at);
                if far <= radius * 1.02 {
                    cover = !0;
                } else {
                    let sin = radius / far;
                    cover |= tiles.touched(self.inside(to) / far, (1.0 - sin * sin).max(0.0).sqrt(), sin);
                }
                continue;
            }
            stack.extend([node.first, node.first + 1]);
        }
        (roots, cover)
    }

    /// The cone that holds a triangle: none where it lies below the horizon, `Some(None)` where it is so near that it may cover anything. By its corners
    /// and not by a ball around it: neighbours touch the corner, and would cover all.
    fn cone_of(&self, [corner, one, two]: &[Vec3; 3]) -> Option<Option<(Vec3, f32)>> {
        let ends = [*corner, *corner + *one, *corner + *two].map(|p| p - self.origin);
        if ends.iter().all(|e| self.normal.dot(*e) <= 0.0) {
            return None;
        }
        let ends = ends.map(|e| self.inside(e).normalize_or_zero());
        let axis = (ends[0] + ends[1] + ends[2]).normalize_or_zero();
        let cos = ends.iter().map(|e| axis.dot(*e)).fold(1.0, f32::min);
        Some((cos >= 0.36).then_some((axis, cos)))
    }
}

/// What a corner came to.
type Found = (f32, [Link; LINKS]);

/// Works out what each corner of a mesh sees. Takes seconds; `progress` says how far it is.
#[must_use]
pub fn bake(mesh: &Mesh, tree: &Tree, progress: &Progress) -> Seen {
    let clusters = Clusters::of(mesh);
    let mut wanted = front(mesh, tree);
    for i in clusters.parts.iter().flatten() {
        wanted[*i as usize] = true;
    }
    // Inside the mouth nothing is seen that has no map of its own: else light from behind shines through the lips.
    let mut of: Vec<u32> = mesh.part.iter().map(|p| u32::from(*p == Part::Mouth)).collect();
    let list: Vec<usize> = (0..mesh.at.len()).filter(|i| wanted[*i]).collect();
    for (k, i) in list.iter().enumerate() {
        of[*i] = k as u32 + 2;
    }
    progress.of(list.len());
    let mut maps = vec![127i8; (list.len() + 2) * TEXELS + SLACK];
    maps[TEXELS..2 * TEXELS].fill(-127);
    let sky = Sky::new();
    let end = maps.len() - SLACK;
    let found: Vec<Found> = maps[2 * TEXELS..end]
        .par_chunks_mut(TEXELS)
        .zip(&list)
        .map(|(map, i)| {
            let found = corner(mesh, tree, &sky, &clusters, *i, map);
            progress.one();
            found
        })
        .collect();
    let mut open: Vec<f32> = mesh.part.iter().map(|p| if *p == Part::Mouth { 0.0 } else { 1.0 }).collect();
    let mut links = vec![[Link::default(); LINKS]; mesh.at.len()];
    for ((share, linked), i) in found.into_iter().zip(&list) {
        // As coarse as it is kept.
        open[*i] = (share * 255.0).round() / 255.0;
        links[*i] = linked;
    }
    Seen { of, maps, open, links, parts: clusters.parts }
}

/// One corner: fills its map.
fn corner(mesh: &Mesh, tree: &Tree, sky: &Sky, clusters: &Clusters, i: usize, texels: &mut [i8]) -> Found {
    let normal = mesh.normal[i];
    let (tangent, across) = map::frame(normal);
    // Hair is meshed coarsely.
    let off = if mesh.part[i] == Part::Hair { 2.0 * OFF } else { OFF };
    let at = Corner { origin: mesh.at[i] + normal * off, normal, tangent, across };
    let (roots, cover) = at.above(tree, &sky.tiles);
    if cover == 0 {
        return (1.0, [Link::default(); LINKS]);
    }
    let roots = if roots.len() > 24 { &[0][..] } else { &roots };
    let hidden = hidden(&at, tree, sky, roots, cover);
    let open: f32 = (0..RAYS).filter(|k| hidden[*k] == 0).map(|k| sky.solid[k] * sky.fine[k].z).sum::<f32>() / PI;
    angles(&hidden, sky, texels);
    let links = if open < OPEN { clusters.links(mesh, tree, at.origin, |d| at.out(d)) } else { [Link::default(); LINKS] };
    (open.min(1.0), links)
}

/// Which of the fine directions are hidden: every second of every second row is asked, then those whose neighbours differ.
fn hidden(at: &Corner, tree: &Tree, sky: &Sky, roots: &[u32], cover: u64) -> Vec<u8> {
    let mut state = vec![OPEN_QUESTION; RAYS];
    let covered = |x: usize, y: usize| cover >> (y / TILE * 8 + x / TILE) & 1 == 1;
    let mut todo: Vec<u16> = Vec::with_capacity(RAYS);
    let ask = |todo: &mut Vec<u16>, state: &mut [u8]| {
        for eight in todo.chunks(8) {
            let rays = Rays::of(eight.iter().map(|k| at.out(sky.fine[*k as usize])));
            let met = Beam { origin: at.origin, horizon: at.normal, reach: REACH, roots }.meets(tree, &rays);
            for (bit, k) in eight.iter().enumerate() {
                state[*k as usize] = (met >> bit & 1) as u8;
            }
        }
        todo.clear();
    };
    let last = FINE - 1;
    for y in 0..FINE {
        for x in 0..FINE {
            let edge = x == last || y == last;
            if (x.is_multiple_of(2) && y.is_multiple_of(2)) || edge {
                if covered(x, y) { todo.push((y * FINE + x) as u16) } else { state[y * FINE + x] = 0 }
            }
        }
    }
    ask(&mut todo, &mut state);
    let coarse = state.clone();
    for y in 0..FINE {
        for x in 0..FINE {
            let k = y * FINE + x;
            if state[k] != OPEN_QUESTION {
                continue;
            }
            if !covered(x, y) {
                state[k] = 0;
                continue;
            }
            let (x0, y0) = (x & !1, y & !1);
            let (x1, y1) = (if x & 1 == 1 { (x0 + 2).min(last) } else { x0 }, if y & 1 == 1 { (y0 + 2).min(last) } else { y0 });
            let around = [(x0, y0), (x1, y0), (x0, y1), (x1, y1)].map(|(x, y)| coarse[y * FINE + x]);
            if around.iter().all(|a| *a == around[0]) { state[k] = around[0] } else { todo.push(k as u16) }
        }
    }
    ask(&mut todo, &mut state);
    state
}

/// The signed angle of each texel to the nearest border.
fn angles(hidden: &[u8], sky: &Sky, texels: &mut [i8]) {
    let mut border = Boundary::default();
    for y in 0..FINE {
        for x in 0..FINE {
            let k = y * FINE + x;
            let right = (x + 1 < FINE).then_some(k + 1);
            let down = (y + 1 < FINE).then_some(k + FINE);
            for other in right.into_iter().chain(down).filter(|o| hidden[*o] != hidden[k]) {
                border.add((sky.fine[k] + sky.fine[other]).normalize());
            }
        }
    }
    border.close();
    for (k, texel) in texels.iter_mut().enumerate() {
        let (x, y) = (k % SIDE * 2, k / SIDE * 2);
        let count: u8 = [(0, 0), (1, 0), (0, 1), (1, 1)].iter().map(|(a, b)| hidden[(y + b) * FINE + x + a]).sum();
        let cos = border.nearest(sky.texels[k]);
        let angle = if cos < -1.5 { FULL } else { cos.clamp(-1.0, 1.0).acos().min(FULL) };
        let sign = match count {
            0 | 1 => 1.0,
            2 => 0.0,
            _ => -1.0,
        };
        *texel = (sign * angle / FULL * 127.0).round() as i8;
    }
}
