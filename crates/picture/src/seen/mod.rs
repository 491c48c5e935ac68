//! What each corner of a sitter sees of the directions around it, worked out once for each sitter.

mod bake;
mod clusters;
mod front;
pub mod kept;

use std::sync::atomic::{AtomicUsize, Ordering::Relaxed};

pub use bake::bake;
pub use clusters::{LINKS, Link};

use crate::{
    map::{SLACK, TEXELS},
    sitter::{Mesh, Part},
};

/// What the corners of a mesh see.
#[derive(Debug, PartialEq)]
pub struct Seen {
    /// The map of each corner: 0 sees everything, 1 nothing.
    pub of: Vec<u32>,
    /// The maps behind each other, with slack at the end.
    pub maps: Vec<i8>,
    /// The share of an even sky that each corner sees.
    pub open: Vec<f32>,
    /// What each corner sees of the sitter's own surface.
    pub links: Vec<[Link; LINKS]>,
    /// Two corners that stand for each part of the surface that may be linked to.
    pub parts: Vec<[u32; 2]>,
}

impl Seen {
    /// Everything is seen from everywhere: before anything was worked out.
    #[must_use]
    pub fn everything(mesh: &Mesh) -> Self {
        let mouth = |p: &Part| *p == Part::Mouth;
        let mut maps = vec![127i8; 2 * TEXELS + SLACK];
        maps[TEXELS..2 * TEXELS].fill(-127);
        Self {
            of: mesh.part.iter().map(|p| u32::from(mouth(p))).collect(),
            maps,
            open: mesh.part.iter().map(|p| if mouth(p) { 0.0 } else { 1.0 }).collect(),
            links: vec![[Link::default(); LINKS]; mesh.at.len()],
            parts: Vec::new(),
        }
    }
}

/// How far the work on a sitter has come.
#[derive(Debug, Default)]
pub struct Progress {
    done: AtomicUsize,
    all: AtomicUsize,
}

impl Progress {
    /// From 0 to 1.
    #[must_use]
    pub fn share(&self) -> f32 {
        match self.all.load(Relaxed) {
            0 => 0.0,
            all => (self.done.load(Relaxed) as f32 / all as f32).min(1.0),
        }
    }

    fn of(&self, all: usize) {
        self.all.store(all, Relaxed);
    }

    fn one(&self) {
        self.done.fetch_add(1, Relaxed);
    }
}
