//! How far the sitter moved between two frames, so that one can be laid over the other.
//!
//! Two frames of one face under different lights differ in all but where edges are. So edges are compared: how steep the lightness of each is, at every
//! shift within reach; the shift at which they fit best is the one. Source: normalised cross-correlation, from memory.

use rayon::prelude::*;

use crate::{
    picture::Picture,
    reduce::{fitting, reduced},
    srgb::LUMINANCE,
};

/// Frames are compared at this size first, then at twice that.
const COARSE: usize = 240;
/// How far is looked at the first size, pixels of it: 4 % of the frame.
const REACH: isize = 10;
/// How well edges must fit, 0 to 1, before a shift is believed (a judgement, by frames that were drawn).
const FITS: f32 = 0.35;
/// And by how much better than where they lie.
const BETTER: f32 = 0.02;

/// How far one frame lies from another, shares of its width and of its height: to the right and down.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Shift {
    /// To the right, as a share of the width.
    pub x: f32,
    /// Down, as a share of the height.
    pub y: f32,
}

/// Where edges are in a picture.
#[derive(Debug, Clone)]
pub struct Edges {
    coarse: Steep,
    fine: Steep,
}

/// How steep lightness is at each place of a picture.
#[derive(Debug, Clone)]
struct Steep {
    width: usize,
    height: usize,
    values: Vec<f32>,
}

impl Steep {
    fn of(picture: &Picture, longest: usize) -> Self {
        let (width, height) = fitting(picture.width, picture.height, longest);
        let light = reduced(picture, (picture.width, picture.height), (width, height));
        // Roots: edges in the dark count as those in the light do.
        let grey: Vec<f32> = light.iter().map(|p| (0..3).map(|c| LUMINANCE[c] * p[c]).sum::<f32>().max(0.0).sqrt()).collect();
        let mut values = vec![0.0f32; width * height];
        for y in 1..height.saturating_sub(1) {
            for x in 1..width.saturating_sub(1) {
                let at = |dx: usize, dy: usize| grey[(y + dy - 1) * width + x + dx - 1];
                values[y * width + x] = (at(2, 1) - at(0, 1)).hypot(at(1, 2) - at(1, 0));
            }
        }
        Self { width, height, values }
    }

    /// How well another one fits where it is shifted by whole pixels: 0 to 1.
    fn fit(&self, other: &Self, x: isize, y: isize) -> f32 {
        if x.unsigned_abs() >= self.width || y.unsigned_abs() >= self.height {
            return 0.0;
        }
        let span = |size: usize, by: isize| {
            let first = by.max(0) as usize;
            first..(size as isize + by.min(0)).max(first as isize) as usize
        };
        let (mut both, mut own, mut theirs) = (0.0f32, 0.0f32, 0.0f32);
        let columns = span(self.width, x);
        for row in span(self.height, y) {
            let a = &self.values[row * self.width..][columns.clone()];
            let from = ((row as isize - y) as usize) * self.width;
            let b = &other.values[from..][(columns.start as isize - x) as usize..(columns.end as isize - x) as usize];
            for (a, b) in a.iter().zip(b) {
                both += a * b;
                own += a * a;
                theirs += b * b;
            }
        }
        if own > 0.0 && theirs > 0.0 { both / (own * theirs).sqrt() } else { 0.0 }
    }

    /// Where another one fits best around a place, and how well.
    fn best(&self, other: &Self, around: (isize, isize), reach: isize) -> (isize, isize, f32) {
        let all: Vec<(isize, isize)> = (-reach..=reach).flat_map(|y| (-reach..=reach).map(move |x| (x, y))).collect();
        let fits = all.par_iter().map(|(x, y)| (around.0 + x, around.1 + y)).map(|(x, y)| (x, y, self.fit(other, x, y)));
        fits.reduce(|| (around.0, around.1, 0.0), |a, b| if b.2 > a.2 { b } else { a })
    }
}

/// Where between three neighbours a parabola through them is highest, −0.5 to 0.5.
fn between(before: f32, at: f32, after: f32) -> f32 {
    let bend = before - 2.0 * at + after;
    if bend < 0.0 { ((before - after) / (2.0 * bend)).clamp(-0.5, 0.5) } else { 0.0 }
}

impl Edges {
    /// Of a picture.
    #[must_use]
    pub fn of(picture: &Picture) -> Self {
        Self { coarse: Steep::of(picture, COARSE), fine: Steep::of(picture, 2 * COARSE) }
    }

    /// How far the sitter lies in this frame from where it lies in another one of the same shape. None where too little of both fits to tell, as
    /// in a frame without light.
    #[must_use]
    pub fn shift_from(&self, other: &Self) -> Option<Shift> {
        let same = |a: &Steep, b: &Steep| (a.width, a.height) == (b.width, b.height);
        if !same(&self.coarse, &other.coarse) || !same(&self.fine, &other.fine) {
            return None;
        }
        let (x, y, _) = self.coarse.best(&other.coarse, (0, 0), REACH);
        let finer = self.fine.width as f32 / self.coarse.width as f32;
        let (x, y, fit) = self.fine.best(&other.fine, ((x as f32 * finer) as isize, (y as f32 * finer) as isize), 2);
        if fit < FITS {
            return None;
        }
        if fit - self.fine.fit(&other.fine, 0, 0) < BETTER {
            return Some(Shift::default());
        }
        let at = |dx: isize, dy: isize| self.fine.fit(&other.fine, x + dx, y + dy);
        let x = x as f32 + between(at(-1, 0), fit, at(1, 0));
        let y = y as f32 + between(at(0, -1), fit, at(0, 1));
        Some(Shift { x: x / self.fine.width as f32, y: y / self.fine.height as f32 })
    }
}
