//! The border of a shadow, pixel by pixel, by rays from the surface to the front: the maps of the corners are too coarse for the edge of a small lamp.

use glam::Vec3;
use rayon::prelude::*;

use super::{Gives, Screen, Stand, passes};
use crate::{
    map::{self, TEXELS},
    pose::{Fragment, between},
    set::Front,
    sitter::Part,
};

/// What arrives at a fragment beyond what its corners say.
#[derive(Debug, Clone, Copy)]
pub struct Refined {
    /// Which fragment.
    pub fragment: u32,
    /// What is to be added, for a radiance of 1.
    pub more: f32,
}

/// Rays to a front from a place that may lie in the border of a shadow; and where some of them are hidden and some are not.
const FEW: usize = 16;
const RAYS: usize = 64;
/// By so much the border of a map may be off, radians: most of a texel.
const OFF_BY: f32 = 0.06;
/// By so much it mostly is, and the error that is let go, as a share of what is seen.
const MOSTLY: f32 = 0.02;
const LET_GO: f32 = 0.06;
/// Corners that differ by more in what they see of it, as a share.
const APART: f32 = 0.1;
/// Rays start this far off the surface, metres: a chin's shadow is some centimetres from it, and moves with where they start.
const OFF: f32 = 0.0002;

/// What differs at fragments in the border of a shadow.
pub(super) fn refined(stand: &Stand, front: &Front, screens: &[Screen], arrives: &[f32]) -> Vec<Refined> {
    let (pose, held, subject) = (stand.pose, stand.held, stand.subject);
    let (at, axis) = (held.inside(front.at), held.turned(front.axis));
    let size = front.across.length().max(front.along.length());
    // What a corner's map says is seen of the front, as a share, and whether it may be off by more than is let go.
    let said: Vec<(f32, bool)> = (0..pose.corners.len())
        .into_par_iter()
        .with_min_len(2048)
        .map(|i| {
            let (p, n) = (pose.surface.at[i], pose.surface.normal[i]);
            let to = at - p;
            let (near, z) = (size / to.length(), n.dot(to));
            if z < -size || (p - at).dot(axis) <= 0.0 || subject.sitter.mesh.part[pose.corners[i] as usize] == Part::Mouth {
                return (0.0, false);
            }
            let (t, b) = map::frame(n);
            let start = pose.surface.map[i] as usize * TEXELS;
            let maps = subject.seen.maps.get(start..start + TEXELS).unwrap_or_default();
            let border = map::angle(maps, Vec3::new(t.dot(to), b.dot(to), z.max(1e-4)));
            // About so much of the front is seen. The less it is, and the smaller the front, the more an error of the border counts.
            let seen = 0.5 + border / (2.0 * near);
            let unsure = border.abs() < near + OFF_BY && MOSTLY / (2.0 * near) > LET_GO * seen.clamp(0.05, 1.0);
            (seen.clamp(0.0, 1.0), unsure)
        })
        .collect();
    // Between corners that see different shares of it runs a border that none of them knows.
    let unsure = |f: &Fragment| {
        let corners = f.corners.map(|i| said[i as usize]);
        let (least, most) = corners.iter().fold((1f32, 0f32), |(least, most), (seen, _)| (least.min(*seen), most.max(*seen)));
        most - least > APART || corners.iter().any(|(_, unsure)| *unsure)
    };
    let [some, many] = [FEW, RAYS].map(|count| front.spread(count).into_iter().map(|s| held.inside(s)).collect::<Vec<Vec3>>());
    let (some, many) = (Gives::of(front, axis, &some), Gives::of(front, axis, &many));
    let few = front.spread(9);
    let measure = |f: &Fragment| {
        let light = match measured(stand, &some, f) {
            (_, true) => measured(stand, &many, f).0,
            (light, false) => light,
        };
        if screens.is_empty() { light } else { light * passes(screens, &few, held.outside(pose.place(f))) }
    };
    pose.fragments
        .par_iter()
        .enumerate()
        .with_min_len(256)
        .filter(|(_, f)| unsure(f))
        .map(|(k, f)| Refined { fragment: k as u32, more: measure(f) - between(arrives, f.corners, f.at) })
        .collect()
}

/// What arrives at a fragment, by rays; and whether it lies in the border of a shadow.
fn measured(stand: &Stand, gives: &Gives, f: &Fragment) -> (f32, bool) {
    let (pose, subject) = (stand.pose, stand.subject);
    let at = pose.place(f);
    let normal = pose.normal(f);
    let [a, b, c] = f.corners.map(|i| pose.surface.at[i as usize]);
    // Off the triangle itself: its corners' normals lean over its edges.
    let flat = (b - a).cross(c - a).normalize_or(normal);
    let hair = subject.sitter.mesh.part[pose.corners[f.corners[0] as usize] as usize] == Part::Hair;
    gives.past_in_parts(&subject.tree, at, normal, at + flat * if hair { 4.0 * OFF } else { OFF })
}
