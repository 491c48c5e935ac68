//! Light that the shutter lets through alike: all of it over the whole frame, or less toward the edge where the second curtain starts.

use glam::Vec3;

use super::sums::{Sums, Weighted};
use crate::{
    lit::Stand,
    set::{Back, Lens, read},
    view::View,
};

/// Sources that the shutter treats alike, together.
#[derive(Debug)]
pub struct Layer {
    /// What passes in even steps from the edge where the second curtain starts to the other; empty where all of it does everywhere.
    pub over: Vec<f32>,
    /// The sources, by their place in the set.
    pub sources: Vec<usize>,
    /// Their light together.
    pub sums: Sums,
    /// What falls on everything.
    pub everywhere: Vec3,
}

impl Layer {
    /// What passes at a part of the way over the frame.
    #[inline]
    #[must_use]
    pub fn passes(&self, way: f32) -> f32 {
        read(&self.over, way.clamp(0.0, 1.0))
    }
}

/// Sources in layers, those that count: first what the shutter lets through everywhere, and the room.
#[must_use]
pub fn layers(stand: &Stand, weighted: &[Weighted], counts: &dyn Fn(usize) -> bool, room: Vec3, back: &Back) -> Vec<Layer> {
    let Stand { pose, subject, view, .. } = stand;
    let mut kinds: Vec<(&[f32], Vec<usize>)> = vec![(&[], Vec::new())];
    for (n, w) in weighted.iter().enumerate().filter(|(n, _)| counts(*n)) {
        match kinds.iter_mut().find(|(over, _)| *over == w.over) {
            Some((_, sources)) => sources.push(n),
            None => kinds.push((w.over, vec![n])),
        }
    }
    let layer = |(n, (over, sources)): (usize, (&[f32], Vec<usize>))| {
        let of: Vec<&Weighted> = sources.iter().map(|k| &weighted[*k]).collect();
        let returned: Vec3 = of.iter().map(|w| w.returns).sum();
        let (room, ground) = if n == 0 { (room, back.room) } else { (Vec3::ZERO, Vec3::ZERO) };
        let sums = Sums::of(pose, subject, &of, room + returned).with_ground(view, back, &of, ground + returned);
        Layer { over: over.to_vec(), sources, sums, everywhere: room + returned }
    };
    kinds.into_iter().enumerate().map(layer).collect()
}

/// How far over the frame each place of a picture lies, from the edge where the second curtain starts: the foot of a frame that lies, and, held upright
/// with the grip on top, its right side (curtains run from top to foot of the camera, and the lens turns the picture over).
#[derive(Debug, Clone, Copy)]
pub struct Over {
    lens: Lens,
    field: (f32, f32),
}

impl Over {
    /// Of a lens whose frame is known.
    #[must_use]
    pub fn of(lens: &Lens) -> Option<Self> {
        Some(Self { lens: *lens, field: lens.field? })
    }

    /// A place of a picture, 0 to 1 within the frame.
    #[must_use]
    pub fn way(&self, view: &View, x: f32, y: f32) -> f32 {
        let (ray, lens) = (view.ray(x, y), &self.lens);
        let before = ray.dot(lens.forward).max(1e-6);
        let (across, up) = (ray.dot(lens.right) / before / self.field.0, ray.dot(lens.up) / before / self.field.1);
        if lens.upright { (1.0 - across) * 0.5 } else { (1.0 + up) * 0.5 }
    }
}
