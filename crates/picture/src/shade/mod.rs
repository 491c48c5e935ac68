//! From light on corners to pixels: colours, skin that light spreads in, eyes and hairs, the tone curve.

mod layer;
mod plate;
mod sums;

use glam::{Vec3, Vec4};
use rayon::prelude::*;

pub use layer::{Layer, Over, layers};
pub use plate::Plate;
pub use sums::{Sums, Weighted};

use crate::{
    lit::CELL,
    pose::{BAND, EyeSpot, Fragment, Hairs, Pose, between, surface::luminance},
    tone,
    view::View,
};

/// A finished picture.
#[derive(Debug, Clone, PartialEq)]
pub struct Pixels {
    /// Pixels across.
    pub width: usize,
    /// Pixels down.
    pub height: usize,
    /// Red, green and blue of each, or one grey.
    pub bytes: Vec<u8>,
    /// Red, green and blue are one.
    pub grey: bool,
    /// The light of each pixel, before the tone curve: a grey card on 0 is 0.18.
    pub light: Vec<f32>,
    /// Whether any colour of it clips.
    pub clips: Vec<bool>,
}

impl Pixels {
    /// Lays a light over a pixel, as much of it as is covered.
    pub(crate) fn over(&mut self, at: usize, light: Vec3, cover: f32, table: &[u8]) {
        let y = luminance(light);
        self.light[at] += (y - self.light[at]) * cover;
        self.clips[at] = if cover > 0.5 { clips(light, self.grey) } else { self.clips[at] };
        let channels = if self.grey { 1 } else { 3 };
        let shown = if self.grey { Vec3::splat(y) } else { light };
        for (byte, light) in self.bytes[at * channels..(at + 1) * channels].iter_mut().zip(shown.to_array()) {
            let value = f32::from(tone::value(table, tone::shoulder(light)));
            *byte = (f32::from(*byte) + (value - f32::from(*byte)) * cover).round() as u8;
        }
    }

    /// Marks where it clips and where it reads as black: dashes of black and white along the border of each.
    pub fn mark(&mut self) {
        let black = |light: f32| tone::stops(light).is_none_or(|t| t < tone::BLACK);
        let kind = |k: usize| if self.clips[k] { 2 } else { u8::from(black(self.light[k])) };
        let kinds: Vec<u8> = (0..self.light.len()).map(kind).collect();
        let channels = if self.grey { 1 } else { 3 };
        for y in 0..self.height {
            for x in 0..self.width {
                let k = y * self.width + x;
                let beside = [
                    (x > 0).then(|| k - 1),
                    (x + 1 < self.width).then(|| k + 1),
                    (y > 0).then(|| k - self.width),
                    (y + 1 < self.height).then(|| k + self.width),
                ];
                if kinds[k] > 0 && beside.into_iter().flatten().any(|o| kinds[o] != kinds[k]) {
                    let dash = if (x + y) / 3 % 2 == 0 { 255 } else { 0 };
                    self.bytes[k * channels..(k + 1) * channels].fill(dash);
                }
            }
        }
    }
}

/// What pixels are made of.
#[derive(Debug, Clone, Copy)]
pub struct Shade<'a> {
    /// The sitter in the picture.
    pub pose: &'a Pose,
    /// The view, in the studio.
    pub view: &'a View,
    /// Light on it, by how the shutter lets it through.
    pub layers: &'a [Layer],
    /// Where the shutter cuts any of it off, how far over the frame each place is.
    pub over: Option<Over>,
    /// The sources in the head's frame, for what eyes mirror.
    pub weighted: &'a [Weighted<'a>],
    /// By one grey.
    pub grey: bool,
}

/// Whether a light clips in any colour, or in its one grey.
fn clips(light: Vec3, grey: bool) -> bool {
    if grey { luminance(light) >= tone::FULL } else { light.max_element() >= tone::FULL }
}

/// What lies at a place of a picture.
#[derive(Debug, Clone, Copy)]
enum What {
    /// The ground.
    Ground,
    /// The sitter, so far before the lens, metres.
    Sitter(f32),
    /// Hairs over what else is there.
    Over,
}

/// Of sheen, beside what is thrown back evenly, as much as light that is told against a mid-grey: radiance to exposure is π.
const RADIANCE: f32 = std::f32::consts::PI;
/// How much of their corner's sheen hairs have.
const HAIRS: f32 = 0.35;

fn three(v: Vec4) -> Vec3 {
    v.truncate()
}

impl Shade<'_> {
    /// Something of each layer together, as much as the shutter lets through at a pixel.
    #[inline]
    fn together(&self, pixel: u32, of: impl Fn(&Layer) -> Vec3) -> Vec3 {
        let Some((first, others)) = self.layers.split_first() else { return Vec3::ZERO };
        let mut sum = of(first);
        if let Some(over) = self.over.filter(|_| !others.is_empty()) {
            let (x, y) = (pixel as usize % self.view.width, pixel as usize / self.view.width);
            let way = over.way(self.view, x as f32 + 0.5, y as f32 + 0.5);
            for layer in others {
                sum += of(layer) * layer.passes(way);
            }
        } else {
            for layer in others {
                sum += of(layer);
            }
        }
        sum
    }

    /// What falls on a fragment, told against the exposure.
    #[must_use]
    pub fn even(&self, k: usize, f: &Fragment) -> Vec3 {
        self.together(f.pixel, |layer| layer.even(k, f))
    }

    /// The light of a fragment.
    #[must_use]
    pub fn fragment(&self, k: usize, f: &Fragment) -> Vec3 {
        self.together(f.pixel, |layer| {
            let light = f.albedo * layer.even(k, f) + three(between(&layer.sums.sheen, f.corners, f.at)) * (f.shine * RADIANCE);
            light.max(Vec3::ZERO)
        })
    }

    /// The light of a place on an eye: what it throws back, and what it mirrors.
    #[must_use]
    pub fn eye(&self, e: &EyeSpot) -> Vec3 {
        self.together(e.pixel, |layer| {
            let even = three(between(&layer.sums.even, e.corners, e.at));
            let mut light = e.on.albedo * even + layer.everywhere * e.on.mirrors;
            for w in layer.sources.iter().filter_map(|n| self.weighted.get(*n)) {
                light += w.sends * (w.mirrored(e.on.at, e.on.mirrored) * e.on.mirrors * RADIANCE);
            }
            light.max(Vec3::ZERO)
        })
    }

    /// The light of hairs.
    fn hairs(&self, h: &Hairs) -> Vec3 {
        self.together(h.pixel, |layer| {
            let (even, sheen) = (layer.sums.even[h.lit_as as usize], layer.sums.sheen[h.lit_as as usize]);
            (h.albedo * three(even) + three(sheen) * (HAIRS * RADIANCE)).max(Vec3::ZERO)
        })
    }

    /// The picture.
    #[must_use]
    pub fn pixels(&self) -> Pixels {
        let (width, height) = (self.view.width, self.view.height);
        let channels = if self.grey { 1 } else { 3 };
        let mut bytes = vec![0u8; width * height * channels];
        let (mut light, mut clips) = (vec![0f32; width * height], vec![false; width * height]);
        bytes
            .par_chunks_mut(width * BAND * channels)
            .zip(light.par_chunks_mut(width * BAND))
            .zip(clips.par_chunks_mut(width * BAND))
            .enumerate()
            .for_each(|(b, ((bytes, light), clips))| self.band(b, bytes, light, clips));
        Pixels { width, height, bytes, grey: self.grey, light, clips }
    }

    /// What lies in a band, place by place: where in it, what, its light, and how much of its pixel it covers. What lies over the rest comes last.
    fn visit(&self, b: usize, mut lay: impl FnMut(usize, What, Vec3, f32)) {
        let (width, first) = (self.view.width, b * BAND * self.view.width);
        let rows = BAND.min(self.view.height - b * BAND);
        let [from, to] = [self.pose.rows[b], self.pose.rows[b + 1]];
        for at in 0..width * rows {
            let cover = self.pose.ground[first + at];
            if cover > 0.0 {
                lay(at, What::Ground, self.ground((first + at) as u32), cover);
            }
        }
        let own = &self.pose.view;
        let away = |p: Vec3| (p - own.at).dot(own.forward);
        for (k, f) in self.pose.fragments[from.fragment..to.fragment].iter().enumerate() {
            let light = self.fragment(from.fragment + k, f);
            lay(f.pixel as usize - first, What::Sitter(away(self.pose.place(f))), light, f.cover);
        }
        for e in &self.pose.eyes[from.eye..to.eye] {
            lay(e.pixel as usize - first, What::Sitter(away(e.on.at)), self.eye(e), e.cover);
        }
        for h in &self.pose.hairs[from.hairs..to.hairs] {
            lay(h.pixel as usize - first, What::Over, self.hairs(h), h.cover);
        }
    }

    /// The light of the ground behind a pixel.
    fn ground(&self, pixel: u32) -> Vec3 {
        let (x, y) = (pixel as usize % self.view.width, pixel as usize / self.view.width);
        self.together(pixel, |layer| layer.sums.ground_at(self.view, x, y))
    }

    fn band(&self, b: usize, bytes: &mut [u8], light: &mut [f32], clips: &mut [bool]) {
        // Places that share a pixel are mixed after the curve, as a screen mixes them.
        let mut shown = vec![Vec3::ZERO; light.len()];
        self.visit(b, |at, what, c, cover| {
            if matches!(what, What::Over) {
                shown[at] *= 1.0 - cover;
                light[at] *= 1.0 - cover;
            }
            let y = luminance(c);
            light[at] += y * cover;
            clips[at] |= cover > 0.2 && self::clips(c, self.grey);
            shown[at] += cover * if self.grey { Vec3::splat(tone::shoulder(y)) } else { Vec3::from(c.to_array().map(tone::shoulder)) };
        });
        let table = tone::table();
        if self.grey {
            for (byte, c) in bytes.iter_mut().zip(&shown) {
                *byte = tone::value(table, c.x);
            }
        } else {
            for (three, c) in bytes.as_chunks_mut::<3>().0.iter_mut().zip(&shown) {
                *three = c.to_array().map(|v| tone::value(table, v));
            }
        }
    }
}

impl Layer {
    /// What falls on a fragment.
    #[inline]
    fn even(&self, k: usize, f: &Fragment) -> Vec3 {
        let even = between(&self.sums.even, f.corners, f.at);
        three(self.sums.refined.get(k).map_or(even, |more| even + *more)).max(Vec3::ZERO)
    }
}

/// Which light lies where on the ground, read between its places.
impl Sums {
    fn ground_at(&self, view: &View, x: usize, y: usize) -> Vec3 {
        let across = crate::lit::places(view).0;
        let (fx, fy) = ((x as f32 + 0.5) / CELL as f32, (y as f32 + 0.5) / CELL as f32);
        let (ix, iy) = (fx as usize, fy as usize);
        let k = iy * across + ix;
        let row = |k: usize| self.ground[k].lerp(self.ground[k + 1], fx - ix as f32);
        row(k).lerp(row(k + across), fy - iy as f32)
    }
}
