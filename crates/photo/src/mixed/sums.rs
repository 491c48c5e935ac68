//! Patches of a mix: what each layer gives to each, and whether their sum can be trusted.

use std::sync::Arc;

use rayon::prelude::*;

use super::layers::Layers;
use crate::{
    levels::Levels,
    srgb::LUMINANCE,
    tones::{Patch, PatchTone},
};

/// A mix agrees with the frame of all lights where no patch is farther off, stops: what one reads off a picture.
pub const AGREES: f32 = 0.1;
/// A light may be turned so far from what it was shot at, stops: farther up the noise of its frame is seen, farther down what clipped in it (common
/// practice, no source).
pub const STRETCHED: f64 = 1.5;
/// Under this tone rounding and flare say more than the light.
const DARKEST: f32 = -5.0;

/// What each layer gives to each patch.
#[derive(Debug, Clone)]
pub struct Sums {
    /// Of each patch the mean light of each layer, as luminance; a layer that gives nothing may lie a little below 0, by its noise.
    of: Vec<Vec<f32>>,
    levels: Arc<Levels>,
}

impl Layers {
    /// What each layer gives to patches.
    #[must_use]
    pub fn sums(&self, patches: &[Patch]) -> Sums {
        let of = |patch: &Patch| {
            let pixels = patch.pixels((self.width, self.height));
            let count = pixels.len().max(1) as f64;
            let mean = |layer: usize| {
                let colours = self.total(layer, &pixels);
                ((0..3).map(|c| f64::from(LUMINANCE[c]) * colours[c]).sum::<f64>() / count) as f32
            };
            (0..self.count()).map(mean).collect()
        };
        Sums { of: patches.par_iter().map(of).collect(), levels: Arc::clone(&self.levels) }
    }

    /// How far the sum lies from the frame with all lights, patch by patch, stops; none where either clips, or is too dark to tell. Nothing where there
    /// is no such frame.
    #[must_use]
    pub fn against_whole(&self, patches: &[Patch], sums: &Sums, weights: &[f32]) -> Option<Vec<Option<f32>>> {
        let whole = self.whole.as_ref()?;
        let off = |(n, patch): (usize, &Patch)| {
            let shot = PatchTone::of(whole, *patch, &self.levels);
            let (shot, clipped) = (shot.tone?, shot.clipped);
            let sum = sums.tone(n, weights)?;
            (clipped == 0.0 && sum < self.levels.clip() && shot.min(sum) > DARKEST).then_some(sum - shot)
        };
        Some(patches.iter().enumerate().map(off).collect())
    }
}

impl Sums {
    /// The light that a layer gives to a patch; 0 where there is no such patch or layer.
    #[must_use]
    pub fn gives(&self, patch: usize, layer: usize, weights: &[f32]) -> f32 {
        let light = self.of.get(patch).and_then(|of| of.get(layer));
        light.zip(weights.get(layer)).map_or(0.0, |(light, weight)| light * weight)
    }

    /// The tone of a patch, stops over mid-grey; none where there is no light.
    #[must_use]
    pub fn tone(&self, patch: usize, weights: &[f32]) -> Option<f32> {
        self.levels.stops(self.of.get(patch)?.iter().zip(weights).map(|(light, weight)| light * weight).sum())
    }
}
