//! Light that the sitter's own surface throws on itself: parts of the surface, and which of them each corner sees.

use std::collections::HashMap;

use glam::Vec3;

use crate::{
    sitter::{Mesh, Part},
    tree::Tree,
};

/// So many parts a corner is linked to.
pub const LINKS: usize = 6;
/// So many rays ask what fills the hidden part of the sky.
const RAYS: usize = 40;
/// More of the sky than this open, and no link is worth it.
pub(super) const OPEN: f32 = 0.985;

/// A part of the surface, and how much of a corner's sky it fills: 255 is all of it, weighted by the cosine.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Link {
    /// Which part.
    pub part: u8,
    /// What it fills.
    pub share: u8,
}

/// The surface in at most 255 parts: cells of 31 mm or somewhat more, by where they look and what they are.
pub(super) struct Clusters {
    /// The part of each corner.
    pub(super) of: Vec<u8>,
    /// Two corners that stand for each part.
    pub(super) parts: Vec<[u32; 2]>,
    rays: Vec<Vec3>,
}

impl Clusters {
    pub(super) fn of(mesh: &Mesh) -> Self {
        // Even over the half sphere, weighted by the cosine: a golden-angle spiral.
        let ray = |k: usize| {
            let u = (k as f32 + 0.5) / RAYS as f32;
            let (sin, cos) = (k as f32 * 2.399_963).sin_cos();
            Vec3::new(u.sqrt() * cos, u.sqrt() * sin, (1.0 - u).sqrt())
        };
        let rays = (0..RAYS).map(ray).collect();
        let mut cells = 32.0f32;
        loop {
            let key = |i: usize| {
                let cell = (mesh.at[i] * cells).floor();
                let n = mesh.normal[i];
                ([cell.x as i32, cell.y as i32, cell.z as i32], n.z > 0.0, n.y > 0.2, mesh.part[i] as u8)
            };
            let mut known: HashMap<_, usize> = HashMap::new();
            let mut members: Vec<Vec<u32>> = Vec::new();
            let of: Vec<usize> = (0..mesh.at.len())
                .map(|i| {
                    let part = *known.entry(key(i)).or_insert_with(|| {
                        members.push(Vec::new());
                        members.len() - 1
                    });
                    members[part].push(i as u32);
                    part
                })
                .collect();
            if members.len() <= 255 {
                let parts = members.iter().map(|m| [m[m.len() / 3], m[m.len() * 2 / 3]]).collect();
                return Self { of: of.into_iter().map(|p| p as u8).collect(), parts, rays };
            }
            cells *= 0.93;
        }
    }

    /// The strongest links of a point that looks along `out`.
    pub(super) fn links(&self, mesh: &Mesh, tree: &Tree, origin: Vec3, out: impl Fn(Vec3) -> Vec3) -> [Link; LINKS] {
        let mut met: Vec<(u8, u32)> = Vec::new();
        for ray in &self.rays {
            let Some(triangle) = tree.nearest(origin, out(*ray), 1.2) else { continue };
            let corner = mesh.triangles[triangle as usize][0] as usize;
            // The dark of the mouth throws nothing back.
            if mesh.part[corner] == Part::Mouth {
                continue;
            }
            match met.iter_mut().find(|m| m.0 == self.of[corner]) {
                Some(m) => m.1 += 1,
                None => met.push((self.of[corner], 1)),
            }
        }
        met.sort_by_key(|m| (std::cmp::Reverse(m.1), m.0));
        let of = |m: &[(u8, u32)]| m.iter().map(|m| m.1).sum::<u32>() as f32;
        // The parts that are kept stand for the others too.
        let by = of(&met) / of(&met[..met.len().min(LINKS)]).max(1.0) / RAYS as f32 * 255.0;
        let mut links = [Link::default(); LINKS];
        for (link, (part, count)) in links.iter_mut().zip(&met) {
            *link = Link { part: *part, share: (*count as f32 * by).min(255.0) as u8 };
        }
        links
    }
}
