//! From light on corners to pixels: colours, skin that light spreads in, eyes and hairs, the tone curve.

mod layer;
mod plate;
mod sums;

use glam::{Vec3, Vec3A, Vec4};
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
    pub(crate) fn over(&mut self, at: usize, light: Vec3, cover: f32, table: &tone::Table) {
        let (y, light) = (luminance(light), Vec3A::from(light));
        self.light[at] += (y - self.light[at]) * cover;
        self.clips[at] = if cover > 0.5 { clips(light, self.grey) } else { self.clips[at] };
        let channels = if self.grey { 1 } else { 3 };
        let shown = tone::values(table, shares(light, self.grey), tone::ROUND);
        for (byte, value) in self.bytes[at * channels..(at + 1) * channels].iter_mut().zip(shown) {
            let value = f32::from(value);
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
    /// The sources, for what eyes mirror.
    pub weighted: &'a [Weighted<'a>],
    /// By one grey.
    pub grey: bool,
}

/// Whether a light clips in any colour, or in its one grey.
fn clips(light: Vec3A, grey: bool) -> bool {
    if grey { luminance(light) >= tone::FULL } else { light.max_element() >= tone::FULL }
}

/// A light as shares of full scale, in each colour or in its one grey.
fn shares(light: Vec3A, grey: bool) -> Vec3A {
    tone::shoulder(if grey { Vec3A::splat(luminance(light)) } else { light })
}

/// What lies before the ground at a place of a picture.
#[derive(Debug, Clone, Copy)]
enum What<'a> {
    /// The sitter.
    Sitter(&'a Fragment),
    /// An eye.
    Eye(&'a EyeSpot),
    /// Hairs over what else is there.
    Over,
}

/// Of sheen, beside what is thrown back evenly, as much as light that is told against a mid-grey: radiance to exposure is π.
const RADIANCE: f32 = std::f32::consts::PI;
/// How much of their corner's sheen hairs have.
const HAIRS: f32 = 0.35;

fn three(v: Vec4) -> Vec3A {
    Vec3A::from_vec4(v)
}

impl Shade<'_> {
    /// Something of each layer together, as much as the shutter lets through at a pixel.
    #[inline]
    fn together(&self, pixel: u32, of: impl Fn(&Layer) -> Vec3A) -> Vec3A {
        let Some((first, others)) = self.layers.split_first() else { return Vec3A::ZERO };
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
    pub fn even(&self, k: usize, f: &Fragment) -> Vec3A {
        self.together(f.pixel, |layer| layer.even(k, f))
    }

    /// The light of a fragment.
    #[inline]
    fn fragment(&self, k: usize, f: &Fragment) -> Vec3A {
        let albedo = Vec3A::from(f.albedo);
        self.together(f.pixel, |layer| {
            let light = albedo * layer.even(k, f) + three(between(&layer.sums.sheen, f.corners, f.at)) * (f.shine * RADIANCE);
            light.max(Vec3A::ZERO)
        })
    }

    /// The light of a place on an eye: what it throws back, and what it mirrors.
    fn eye(&self, k: usize, e: &EyeSpot) -> Vec3A {
        self.together(e.pixel, |layer| {
            let even = three(between(&layer.sums.even, e.corners, e.at));
            let mut mirrored = layer.everywhere;
            for w in layer.sources.iter().filter_map(|n| self.weighted.get(*n)) {
                mirrored += w.sends * (w.lit.catches[k] * RADIANCE);
            }
            (Vec3A::from(e.on.albedo) * even + Vec3A::from(mirrored * e.on.mirrors)).max(Vec3A::ZERO)
        })
    }

    /// The light of hairs.
    fn hairs(&self, h: &Hairs) -> Vec3A {
        self.together(h.pixel, |layer| {
            let (even, sheen) = (layer.sums.even[h.lit_as as usize], layer.sums.sheen[h.lit_as as usize]);
            (Vec3A::from(h.albedo) * three(even) + three(sheen) * (HAIRS * RADIANCE)).max(Vec3A::ZERO)
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

    /// What lies before the ground in a band, place by place: where in it, what, its light, and how much of its pixel it covers. What lies over the rest
    /// comes last.
    #[inline]
    fn visit(&self, b: usize, mut lay: impl FnMut(usize, What, Vec3A, f32)) {
        let first = b * BAND * self.view.width;
        let [from, to] = [self.pose.rows[b], self.pose.rows[b + 1]];
        for (k, f) in self.pose.fragments[from.fragment..to.fragment].iter().enumerate() {
            lay(f.pixel as usize - first, What::Sitter(f), self.fragment(from.fragment + k, f), f.cover);
        }
        for (k, e) in self.pose.eyes[from.eye..to.eye].iter().enumerate() {
            lay(e.pixel as usize - first, What::Eye(e), self.eye(from.eye + k, e), e.cover);
        }
        for h in &self.pose.hairs[from.hairs..to.hairs] {
            lay(h.pixel as usize - first, What::Over, self.hairs(h), h.cover);
        }
    }

    /// The light of the ground in a row of pixels.
    fn ground(&self, y: usize) -> Vec<Vec3A> {
        let mut row = vec![Vec3A::ZERO; self.view.width];
        for (n, layer) in self.layers.iter().enumerate() {
            let line = layer.sums.ground_line(self.view, y);
            let over = self.over.filter(|_| n > 0);
            for ((k, cell), ends) in row.chunks_mut(CELL).enumerate().zip(line.windows(2)) {
                let (first, step) = (ends[0], (ends[1] - ends[0]) / CELL as f32);
                for (j, light) in cell.iter_mut().enumerate() {
                    let between = first + step * (j as f32 + 0.5);
                    let way = |over: Over| over.way(self.view, (k * CELL + j) as f32 + 0.5, y as f32 + 0.5);
                    *light += over.map_or(between, |over| between * layer.passes(way(over)));
                }
            }
        }
        row
    }

    fn band(&self, b: usize, bytes: &mut [u8], light: &mut [f32], clips: &mut [bool]) {
        // Places that share a pixel are mixed after the curve, as a screen mixes them.
        let (width, top) = (self.view.width, b * BAND);
        let mut shown = vec![Vec4::ZERO; light.len()];
        for (row, covers) in self.pose.ground[top * width..].chunks(width).take(BAND).enumerate() {
            for (x, (cover, light)) in covers.iter().zip(self.ground(top + row)).enumerate().filter(|(_, (cover, _))| **cover > 0.0) {
                shown[row * width + x] = shown_of(light, self.grey) * *cover;
                clips[row * width + x] = *cover > 0.2 && self::clips(light, self.grey);
            }
        }
        // What was there stays, but for what is laid over it.
        let mut lay = |at: usize, c: Vec3A, cover: f32, stays: f32| {
            shown[at] = shown[at] * stays + shown_of(c, self.grey) * cover;
            if cover > 0.2 && self::clips(c, self.grey) {
                clips[at] = true;
            }
        };
        self.visit(b, |at, what, c, cover| lay(at, c, cover, if matches!(what, What::Over) { 1.0 - cover } else { 1.0 }));
        write(&shown, width, self.grey, bytes, light);
    }
}

/// A light as shares of full scale in each colour, and before the curve as one.
#[inline]
fn shown_of(light: Vec3A, grey: bool) -> Vec4 {
    shares(light, grey).extend(luminance(light))
}

/// Writes what is shown, row by row, as a screen shows it; and its light.
fn write(shown: &[Vec4], width: usize, grey: bool, bytes: &mut [u8], light: &mut [f32]) {
    let (table, channels) = (tone::table(), if grey { 1 } else { 3 });
    for (light, place) in light.iter_mut().zip(shown) {
        *light = place.w;
    }
    for (y, (bytes, shown)) in bytes.chunks_mut(width * channels).zip(shown.chunks(width)).enumerate() {
        if grey {
            for (x, (byte, c)) in bytes.iter_mut().zip(shown).enumerate() {
                [*byte, ..] = tone::values(table, three(*c), tone::dither(x, y));
            }
        } else {
            for (x, (bytes, c)) in bytes.as_chunks_mut::<3>().0.iter_mut().zip(shown).enumerate() {
                *bytes = tone::values(table, three(*c), tone::dither(x, y));
            }
        }
    }
}

impl Layer {
    /// What falls on a fragment.
    #[inline]
    fn even(&self, k: usize, f: &Fragment) -> Vec3A {
        let even = between(&self.sums.even, f.corners, f.at);
        three(self.sums.refined.get(k).map_or(even, |more| even + *more)).max(Vec3A::ZERO)
    }
}
