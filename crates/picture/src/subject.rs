//! A sitter with all that was worked out of it: ready to be lit.

use std::sync::Arc;

use glam::Vec3;

use crate::{
    seen::Seen,
    sitter::{Part, Sitter},
    tree::Tree,
};

/// A sitter, ready to be lit.
#[derive(Debug)]
pub struct Subject {
    /// The sitter.
    pub sitter: Arc<Sitter>,
    /// What each corner sees; where nobody worked it out yet, everything.
    pub seen: Seen,
    /// Whether that was worked out.
    pub shadows: bool,
    /// Its triangles, for rays.
    pub tree: Tree,
    /// Corners beside each corner.
    pub beside: Vec<u32>,
    /// Where those of each corner begin.
    pub beside_from: Vec<u32>,
    /// Places that a portrait is judged by: the cheek to the picture's left, the one to its right, forehead and garment.
    pub landmarks: [Option<Landmark>; 4],
}

/// A place of the sitter's surface.
#[derive(Debug, Clone, Copy)]
pub struct Landmark {
    /// Where it is.
    pub at: Vec3,
    /// Where it looks.
    pub normal: Vec3,
}

/// Where landmarks lie, to the right of the middle between the eyes and above it, metres.
const LANDMARKS: [(f32, f32); 4] = [(-0.040, -0.036), (0.040, -0.036), (0.0, 0.042), (0.0, -0.215)];

/// The foremost skin or garment near a line through the head, straight ahead.
fn foremost(sitter: &Sitter, (right, above): (f32, f32)) -> Option<Landmark> {
    let (mesh, line) = (&sitter.mesh, sitter.between_eyes() + Vec3::new(right, above, 0.0));
    let beside = |i: usize| (mesh.at[i] - line).truncate().length_squared();
    let near = (0..mesh.at.len()).filter(|i| mesh.part[*i] == Part::Skin && mesh.normal[*i].z > 0.0 && beside(*i) < 0.006f32.powi(2));
    let i = near.max_by(|a, b| mesh.at[*a].z.total_cmp(&mesh.at[*b].z))?;
    Some(Landmark { at: mesh.at[i], normal: mesh.normal[i] })
}

impl Subject {
    /// A sitter with what its corners see.
    #[must_use]
    pub fn of(sitter: Arc<Sitter>, seen: Seen) -> Self {
        Self { shadows: true, ..Self::with(sitter, seen) }
    }

    /// A sitter of whom nothing was worked out yet: no part of it shadows another.
    #[must_use]
    pub fn plain(sitter: Arc<Sitter>) -> Self {
        let seen = Seen::everything(&sitter.mesh);
        Self::with(sitter, seen)
    }

    fn with(sitter: Arc<Sitter>, seen: Seen) -> Self {
        let tree = Tree::of(&sitter.mesh.at, &sitter.mesh.triangles);
        let (beside, beside_from) = sitter.mesh.neighbours();
        let landmarks = LANDMARKS.map(|place| foremost(&sitter, place));
        Self { sitter, seen, shadows: false, tree, beside, beside_from, landmarks }
    }
}
