//! Which corners a camera in front of the sitter can see.

use glam::Vec3;
use rayon::prelude::*;

use crate::{
    kernel::{Beam, Rays},
    sitter::Mesh,
    tree::Tree,
};

/// Rays start this far off the surface, metres: nearer, and the border of light gets dotted.
pub(super) const OFF: f32 = 0.0008;

/// The corners that a camera in the front 200 degrees, 20 degrees below to 38 above, can see, and two rings around them.
pub(super) fn front(mesh: &Mesh, tree: &Tree) -> Vec<bool> {
    let cameras: Vec<Vec3> = [-20f32, 8.0, 38.0]
        .into_iter()
        .flat_map(|up| (0..11).map(move |k| (up.to_radians(), (k as f32 * 20.0 - 100.0).to_radians())))
        .map(|(up, round)| Vec3::new(round.sin() * up.cos(), up.sin(), round.cos() * up.cos()))
        .collect();
    let mut seen: Vec<bool> = (0..mesh.at.len())
        .into_par_iter()
        .map(|i| {
            let normal = mesh.normal[i];
            let facing: Vec<Vec3> = cameras.iter().copied().filter(|c| normal.dot(*c) > -0.05).collect();
            let beam = Beam { origin: mesh.at[i] + normal * OFF, horizon: Vec3::ZERO, reach: 1.2, roots: &[0] };
            facing.chunks(8).any(|eight| beam.meets(tree, &Rays::of(eight.iter().copied())) != 255)
        })
        .collect();
    for _ in 0..2 {
        let ring = seen.clone();
        for t in mesh.triangles.iter().filter(|t| t.iter().any(|i| ring[*i as usize])) {
            for i in t {
                seen[*i as usize] = true;
            }
        }
    }
    seen
}
