//! What eyes mirror of a front: catch-lights, by true rays on the cornea.

use glam::Vec3;
use rayon::prelude::*;

use super::Stand;
use crate::set::{Front, Screen};

/// What each place on an eye mirrors of a front's radiance: 0 where its ray passes by, or something stands before it.
pub(super) fn mirrored(stand: &Stand, front: &Front, screens: &[Screen]) -> Vec<f32> {
    let (held, Front { across, along, .. }) = (stand.held, front);
    let (at, axis) = (held.inside(front.at), held.turned(front.axis));
    // One over half its size, so that 1 is its edge.
    let [across, along] = [*across, *along].map(|half| held.turned(half) / half.length_squared());
    let one = |from: Vec3, ray: Vec3| {
        let toward = ray.dot(axis);
        if toward > -1e-4 {
            return 0.0;
        }
        let far = (at - from).dot(axis) / toward;
        let hit = from + ray * far - at;
        let (u, v) = (hit.dot(across), hit.dot(along));
        let inside = if front.round { u * u + v * v < 1.0 } else { u.abs() < 1.0 && v.abs() < 1.0 };
        let hidden = || {
            let (eye, spot) = (held.outside(from), held.outside(from + ray * far));
            screens.iter().any(|s| s.is_between(eye, spot))
        };
        if far <= 0.0 || !inside || hidden() {
            return 0.0;
        }
        let sin = (1.0 - toward * toward / ray.length_squared()).max(0.0).sqrt();
        front.beam.get((sin * front.beam.len().saturating_sub(1) as f32) as usize).copied().unwrap_or(1.0)
    };
    stand.pose.eyes.par_iter().with_min_len(512).map(|e| one(e.on.at, e.on.mirrored)).collect()
}
