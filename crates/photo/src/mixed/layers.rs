//! Each light by itself, and all of them summed.

use std::sync::Arc;

use pulp::{Arch, Simd, WithSimd};
use rayon::prelude::*;

use super::laid::{Edges, Shift};
use crate::{
    error::PhotoError,
    levels::Levels,
    picture::Picture,
    reduce::{Rows, reduced},
    srgb,
    tones::clips,
};

/// A mix is no larger: pixels across and down.
pub const MOST: (usize, usize) = (960, 1200);
/// Shapes of two frames may differ by so much: what rounding to whole pixels does.
const SAME_SHAPE: f64 = 0.01;

/// A frame that is to be mixed.
#[derive(Debug, Clone, Copy)]
pub struct Source<'a> {
    /// Its picture.
    pub picture: &'a Picture,
    /// What is done to it: what the room has in it is taken off by the first factor, what is left comes to the mix's exposure by the second.
    pub factors: (f32, f32),
}

/// A layer of light, in steps of its own: a sixteen-bit number a colour, so that the dark of it keeps what eight bits of a screen's curve told.
#[derive(Debug, Clone)]
struct Layer {
    step: f32,
    light: Vec<i16>,
}

/// Frames of one light each, taken apart: what each gives by itself.
#[derive(Debug, Clone)]
pub struct Layers {
    /// Pixels across.
    pub width: usize,
    /// Pixels down.
    pub height: usize,
    layers: Vec<Layer>,
    /// What light lies behind the values of its frames: the mix is shown by the same.
    pub levels: Arc<Levels>,
    /// The share of each frame that clips in any colour.
    pub clipped: Vec<f32>,
    /// How far the sitter moved in each from where the mix shows them, as far as that can be told: it is laid over.
    pub shifts: Vec<Option<Shift>>,
    /// The frame with all lights, at the mix's size.
    pub whole: Option<Picture>,
}

/// A row of a mix: its layers with what each step of them gives, where it begins in them, and room for what is worked out.
struct Row<'a> {
    on: &'a [(f32, &'a [i16])],
    from: usize,
    sum: &'a mut [f32],
    steps: &'a mut [u16],
    values: &'a mut [u8],
    of_steps: &'a [u8],
}

impl WithSimd for Row<'_> {
    type Output = ();

    // Compiled once for each kind of processor, and the plain loops with it.
    #[inline(always)]
    fn with_simd<S: Simd>(self, _: S) {
        let Self { on, from, sum, steps, values, of_steps } = self;
        sum.fill(0.0);
        for (step, light) in on {
            for (sum, light) in sum.iter_mut().zip(&light[from..]) {
                *sum += step * f32::from(*light);
            }
        }
        srgb::values(sum, steps, values, of_steps);
    }
}

/// A picture with the light behind its values.
struct Developed<'a> {
    picture: &'a Picture,
    levels: &'a Levels,
}

impl Rows for Developed<'_> {
    fn read(&self, y: usize, row: &mut [[f32; 3]]) {
        let table = self.levels.of_values();
        for (pixel, values) in row.iter_mut().zip(&self.picture.values[y * self.picture.width..]) {
            *pixel = values.map(|v| table[usize::from(v)]);
        }
    }
}

/// The size of a mix of a picture.
fn size_of(picture: &Picture) -> (usize, usize) {
    let (across, down) = if picture.width > picture.height { (MOST.1, MOST.0) } else { MOST };
    let by = (across as f64 / picture.width as f64).min(down as f64 / picture.height as f64).min(1.0);
    let side = |n: usize| ((n as f64 * by).round() as usize).max(1);
    (side(picture.width), side(picture.height))
}

/// A picture's light at a size, its sitter shifted back.
fn laid(picture: &Picture, levels: &Levels, (width, height): (usize, usize), shift: Option<Shift>) -> Vec<[f32; 3]> {
    let light = reduced(&Developed { picture, levels }, (picture.width, picture.height), (width, height));
    let shift = shift.unwrap_or_default();
    let (x, y) = ((shift.x * width as f32).round() as isize, (shift.y * height as f32).round() as isize);
    if (x, y) == (0, 0) {
        return light;
    }
    // What comes in from outside the frame is what lies at its edge.
    let inside = |at: usize, by: isize, size: usize| (at as isize + by).clamp(0, size as isize - 1) as usize;
    let from = |i: usize| light[inside(i / width, y, height) * width + inside(i % width, x, width)];
    (0..width * height).map(from).collect()
}

impl Layer {
    fn of(light: &[[f32; 3]]) -> Self {
        let light = light.as_flattened();
        let most = light.par_iter().map(|v| v.abs()).reduce(|| 0.0, f32::max);
        let step = most.max(1e-6) / f32::from(i16::MAX);
        Self { step, light: light.par_iter().map(|v| (v / step).round() as i16).collect() }
    }
}

impl Layers {
    /// Takes frames apart: the room first, where there is a frame of it, with the factor that brings it to the mix's exposure; then each light, whose
    /// frame has the room in it; and the one with all lights, where there is one.
    ///
    /// # Errors
    /// Frames whose shapes differ.
    pub fn of(room: Option<(&Picture, f32)>, lights: &[Source], whole: Option<&Picture>, levels: &Arc<Levels>) -> Result<Self, PhotoError> {
        let all: Vec<&Picture> = room.iter().map(|(picture, _)| *picture).chain(lights.iter().map(|source| source.picture)).collect();
        let first = lights.first().map(|source| source.picture).or(room.map(|(picture, _)| picture));
        let first = first.ok_or_else(|| PhotoError::Damaged("no frame to be mixed".to_owned()))?;
        let shape = |p: &Picture| p.width as f64 / p.height as f64;
        for picture in all.iter().copied().chain(whole) {
            if (shape(picture) / shape(first) - 1.0).abs() > SAME_SHAPE {
                let (a, b) = ((picture.width, picture.height), (first.width, first.height));
                return Err(PhotoError::Shape(a.0, a.1, b.0, b.1));
            }
        }
        let size = size_of(first);
        // All lights at once show every edge; without such a frame, the first light's is what others are laid over.
        let lies = Edges::of(whole.unwrap_or(first));
        let shift = |picture: &Picture| Edges::of(picture).shift_from(&lies);
        let shifts: Vec<Option<Shift>> = all.iter().map(|picture| shift(picture)).collect();
        let of_lights = &shifts[all.len() - lights.len()..];
        let dark = room.map(|(picture, to)| (laid(picture, levels, size, shifts[0]), to));
        let mut layers = Vec::with_capacity(all.len());
        if let Some((light, to)) = &dark {
            let at: Vec<[f32; 3]> = light.iter().map(|p| p.map(|v| v * to)).collect();
            layers.push(Layer::of(&at));
        }
        for (source, shift) in lights.iter().zip(of_lights) {
            let mut light = laid(source.picture, levels, size, *shift);
            let (off, to) = source.factors;
            match &dark {
                Some((dark, _)) => light.par_iter_mut().zip(dark).for_each(|(p, d)| (0..3).for_each(|c| p[c] = (p[c] - off * d[c]) * to)),
                None => light.par_iter_mut().for_each(|p| *p = p.map(|v| v * to)),
            }
            layers.push(Layer::of(&light));
        }
        let clipped = all.iter().map(|picture| share_clipped(picture)).collect();
        let whole = whole.map(|picture| {
            let values = laid(picture, levels, size, None).into_iter().map(|p| p.map(|light| levels.value(light))).collect();
            Picture { width: size.0, height: size.1, values }
        });
        Ok(Self { width: size.0, height: size.1, layers, levels: Arc::clone(levels), clipped, shifts, whole })
    }

    /// The same at half the size, for a picture that follows a hand: each pixel is the mean of four.
    #[must_use]
    pub fn halved(&self) -> Self {
        let (width, height) = ((self.width / 2).max(1), (self.height / 2).max(1));
        let (right, down) = (3.min(3 * (self.width - 1)), (3 * self.width) * 1.min(self.height - 1));
        let half = |layer: &Layer| {
            let mut light = vec![0i16; 3 * width * height];
            light.par_chunks_mut(3 * width).enumerate().for_each(|(y, row)| {
                for (i, value) in row.iter_mut().enumerate() {
                    let first = 2 * y * 3 * self.width + 6 * (i / 3) + i % 3;
                    let sum: i32 = [0, right, down, right + down].iter().map(|by| i32::from(layer.light[first + by])).sum();
                    *value = (sum / 4) as i16;
                }
            });
            Layer { step: layer.step, light }
        };
        let whole = self.whole.as_ref().map(|whole| whole.within(width.max(height)));
        let (clipped, shifts) = (self.clipped.clone(), self.shifts.clone());
        let levels = Arc::clone(&self.levels);
        Self { width, height, layers: self.layers.iter().map(half).collect(), levels, clipped, shifts, whole }
    }

    /// How many layers there are.
    #[must_use]
    pub fn count(&self) -> usize {
        self.layers.len()
    }

    /// The picture of all layers, each by its weight: a layer without one is left out.
    #[must_use]
    pub fn picture(&self, weights: &[f32]) -> Picture {
        let on: Vec<(f32, &[i16])> = self
            .layers
            .iter()
            .zip(weights)
            .filter(|(_, weight)| **weight > 0.0)
            .map(|(layer, weight)| (layer.step * weight, &*layer.light))
            .collect();
        let mut values = vec![[0u8; 3]; self.width * self.height];
        let row = 3 * self.width;
        // With the widest instructions that the processor has.
        let (arch, of_steps) = (Arch::new(), self.levels.to_values());
        values.par_chunks_mut(self.width).enumerate().for_each_init(
            || (vec![0.0f32; row], vec![0u16; row]),
            |(sum, steps), (y, values)| {
                arch.dispatch(Row { on: &on, from: y * row, sum, steps, values: values.as_flattened_mut(), of_steps })
            },
        );
        Picture { width: self.width, height: self.height, values }
    }

    /// The light of a layer at some pixels, all of it together, in each colour.
    pub(crate) fn total(&self, layer: usize, pixels: &[usize]) -> [f64; 3] {
        let Layer { step, light } = &self.layers[layer];
        let mut sum = [0i64; 3];
        for pixel in pixels.iter().filter_map(|i| light.get(3 * i..3 * i + 3)) {
            (0..3).for_each(|c| sum[c] += i64::from(pixel[c]));
        }
        sum.map(|s| s as f64 * f64::from(*step))
    }
}

fn share_clipped(picture: &Picture) -> f32 {
    let clipped = picture.values.par_iter().filter(|v| clips(**v)).count();
    clipped as f32 / picture.values.len().max(1) as f32
}
