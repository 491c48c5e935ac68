//! The numbers that come with a frame: how its tones are spread, what clips and what is black, and the tone of a patch, by each light and together.

use std::sync::LazyLock;

use glam::{Vec2, Vec3};
use rayon::prelude::*;

use crate::{
    lit::{CELL, places},
    pose::{Pose, between, surface::luminance},
    set::Set,
    shade::{Pixels, Shade},
    subject::{Landmark, Subject},
    tone::{BLACK, MID_GREY, stops},
    view::{Held, View},
};

/// The first tone of a histogram, stops.
pub const FIRST: f32 = -7.0;
/// How many tenths of a stop it has.
pub const TENTHS: usize = 100;

/// How a frame's tones are spread.
#[derive(Debug, Clone, PartialEq)]
pub struct Tones {
    /// The share of the frame in each tenth of a stop from [`FIRST`] on; the first and last hold what lies beyond.
    pub histogram: Vec<f32>,
    /// The share that clips in any colour.
    pub clipped: f32,
    /// The share that reads as black.
    pub black: f32,
}

/// Tenths below this one read as black.
const DARK: usize = ((BLACK - FIRST) * 10.0) as usize;

/// Bits of a number that do not say in which part it lies.
const PART_BITS: u32 = 23 - 5;
/// The first part: it begins under the first tenth's end.
const PARTS_FROM: u32 = 0.001f32.to_bits() >> PART_BITS;
/// As many parts as reach over the last tenth's beginning.
const PARTS: usize = ((2.0f32.to_bits() >> PART_BITS) - PARTS_FROM) as usize;

/// In which tenth a light lies, without a logarithm for each.
struct Tenths {
    /// For each part of a doubling of light, a thirty-second of it at most, the tenth in which it begins and the light at which the next one does: a part
    /// holds no more than one of their borders.
    at: [(f32, u8); PARTS],
}

static TENTHS_OF: LazyLock<Tenths> = LazyLock::new(|| {
    let begins: [f32; TENTHS] = std::array::from_fn(|k| if k == 0 { 0.0 } else { MID_GREY * (FIRST + k as f32 / 10.0).exp2() });
    let part = |part: usize| f32::from_bits((part as u32 + PARTS_FROM) << PART_BITS);
    let at = |k: usize| {
        let at = begins.partition_point(|b| *b <= part(k)).saturating_sub(1);
        (begins.get(at + 1).copied().unwrap_or(f32::INFINITY), at as u8)
    };
    Tenths { at: std::array::from_fn(at) }
});

impl Tenths {
    #[inline]
    fn of(&self, light: f32) -> usize {
        let part = (light.max(0.0).to_bits() >> PART_BITS).saturating_sub(PARTS_FROM) as usize;
        let (next, at) = self.at[part.min(PARTS - 1)];
        usize::from(at) + usize::from(light >= next)
    }
}

impl Tones {
    /// Of a picture.
    #[must_use]
    pub fn of(pixels: &Pixels) -> Self {
        let tenths = &*TENTHS_OF;
        // Beside each other on a ground many lie in one tenth: counted by turns, no count waits for the one before.
        let counted = |part: &[f32]| {
            let mut counts = [[0u32; TENTHS]; 4];
            for four in part.chunks(4) {
                for (light, counts) in four.iter().zip(&mut counts) {
                    counts[tenths.of(*light)] += 1;
                }
            }
            counts
        };
        let parts: Vec<_> = pixels.light.par_chunks(1 << 15).map(counted).collect();
        let counts: [u32; TENTHS] = std::array::from_fn(|k| parts.iter().flatten().map(|counts| counts[k]).sum());
        let black: u32 = counts[..DARK].iter().sum();
        let all = pixels.light.len().max(1) as f32;
        let clipped = pixels.clips.iter().filter(|c| **c).count() as f32;
        Self { histogram: counts.into_iter().map(|c| c as f32 / all).collect(), clipped: clipped / all, black: black as f32 / all }
    }
}

/// A round part of a picture.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Patch {
    /// What it is, where it was proposed.
    pub name: Option<&'static str>,
    /// Its middle from the left, as a share of the picture's width.
    pub x: f32,
    /// From the top, as a share of its height.
    pub y: f32,
    /// Its radius, as a share of its height.
    pub radius: f32,
}

impl Patch {
    /// Whether the middle of another lies within it.
    #[must_use]
    pub fn covers(&self, other: &Self, view: &View) -> bool {
        let (width, height) = (view.width as f32, view.height as f32);
        Vec2::new((self.x - other.x) * width, (self.y - other.y) * height).length() <= self.radius * height
    }
}

/// What a light does to a patch.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct PatchLight {
    /// The light, in the setup's order.
    pub light: usize,
    /// Its tone by this light alone, stops.
    pub tone: f32,
    /// What turning away takes: stops against a surface that looks at the light. None for a patch of the ground.
    pub turned: Option<f32>,
}

/// The tone of a patch.
#[derive(Debug, Clone, PartialEq)]
pub struct PatchTone {
    /// Where it is.
    pub at: Patch,
    /// Its mean tone, stops over mid-grey; none where there is no light at all.
    pub tone: Option<f32>,
    /// The mean light that falls on it, stops against the exposure, as a flat meter held there would read it; none off the sitter.
    pub light: Option<f32>,
    /// What of it clips, a share.
    pub clipped: f32,
    /// Each light that reaches it, the strongest first.
    pub lights: Vec<PatchLight>,
}

/// What a patch is measured with.
pub struct Measure<'a> {
    /// The finished picture.
    pub pixels: &'a Pixels,
    /// What it was shaded from.
    pub shade: &'a Shade<'a>,
    /// What it was made of.
    pub set: &'a Set,
}

impl Measure<'_> {
    /// The tone of a patch of what is held before the sitter, with the lights that reach it there: what falls on the sitter behind it does not count.
    #[must_use]
    pub fn over(&self, patch: &Patch, lights: &[PatchLight]) -> PatchTone {
        PatchTone { light: None, lights: lights.to_vec(), ..self.of(patch) }
    }

    /// The tone of a patch.
    #[must_use]
    pub fn of(&self, patch: &Patch) -> PatchTone {
        let (width, height) = (self.pixels.width, self.pixels.height);
        let middle = Vec2::new(patch.x * width as f32, patch.y * height as f32);
        let radius = (patch.radius * height as f32).max(0.71);
        let inside = |pixel: u32| {
            let at = Vec2::new((pixel as usize % width) as f32 + 0.5, (pixel as usize / width) as f32 + 0.5);
            at.distance_squared(middle) <= radius * radius
        };
        let rows = (middle.y - radius).floor().max(0.0) as usize..((middle.y + radius).ceil().max(0.0) as usize).min(height);
        let (mut count, mut sum, mut clipped) = (0u32, 0f32, 0u32);
        for k in rows.start * width..rows.end * width {
            if inside(k as u32) {
                count += 1;
                sum += self.pixels.light[k];
                clipped += u32::from(self.pixels.clips[k]);
            }
        }
        let mean = sum / count.max(1) as f32;
        let (light, lights) = self.fragments(&rows, middle, &inside, mean);
        PatchTone { at: *patch, tone: stops(mean), light, clipped: clipped as f32 / count.max(1) as f32, lights }
    }

    /// What falls on the fragments of a patch, together and by each light.
    fn fragments(
        &self,
        rows: &std::ops::Range<usize>,
        middle: Vec2,
        inside: &dyn Fn(u32) -> bool,
        mean: f32,
    ) -> (Option<f32>, Vec<PatchLight>) {
        let pose: &Pose = self.shade.pose;
        let width = self.pixels.width as u32;
        // The fragments lie band by band, and each band's in order of its pixels.
        let found = pose.fragments.partition_point(|f| f.pixel < rows.start as u32 * width)..pose.fragments.len();
        let last = rows.end as u32 * width;
        let (mut cover, mut incident, mut toward) = (0f32, 0f32, vec![(0f32, 0f32); self.shade.weighted.len()]);
        for (k, f) in found.clone().zip(&pose.fragments[found]).take_while(|(_, f)| f.pixel < last).filter(|(_, f)| inside(f.pixel)) {
            cover += f.cover;
            incident += luminance(self.shade.even(k, f)) * f.cover;
            let (at, normal) = (pose.place(f), pose.normal(f));
            for (sum, w) in toward.iter_mut().zip(self.shade.weighted) {
                sum.0 += luminance(w.sends * f.albedo) * between(&w.lit.arrives, f.corners, f.at) * f.cover;
                sum.1 += normal.dot((w.at - at).normalize_or(normal)) * f.cover;
            }
        }
        if cover <= 0.0 {
            return (None, self.on_ground(middle));
        }
        let mut lights: Vec<PatchLight> = Vec::new();
        for ((sum, cos), source) in toward.iter().zip(&self.set.sources) {
            let Some(light) = source.light else { continue };
            if let Some(tone) = stops(sum / cover).filter(|_| *sum > mean * cover * 1e-4) {
                lights.push(PatchLight { light, tone, turned: Some((cos / cover).clamp(0.01, 1.0).log2()) });
            }
        }
        lights.sort_by(|a, b| b.tone.total_cmp(&a.tone));
        let level = incident / cover;
        ((level > 0.0).then(|| level.log2()), lights)
    }

    /// What each light gives the ground there.
    fn on_ground(&self, middle: Vec2) -> Vec<PatchLight> {
        let (across, down) = places(self.shade.view);
        let (x, y) = ((middle.x / CELL as f32) as usize, (middle.y / CELL as f32) as usize);
        let at = y.min(down - 1) * across + x.min(across - 1);
        let sources = self.shade.weighted.iter().zip(&self.set.sources);
        let mut lights: Vec<PatchLight> = sources
            .filter_map(|(w, source)| {
                let tone = stops(luminance(w.sends) * w.lit.ground.get(at)? * self.set.back.reflects)?;
                Some(PatchLight { light: source.light?, tone, turned: None })
            })
            .collect();
        lights.sort_by(|a, b| b.tone.total_cmp(&a.tone));
        lights
    }
}

/// Patches on face and ground, as one looks at a portrait: the cheek on the side of the strongest light first. What is not in the picture, or is turned away from
/// the lens, is left out.
#[must_use]
pub fn proposed(subject: &Subject, view: &View, held: &Held, set: &Set) -> Vec<Patch> {
    let own = view.held(held);
    let strongest = set.strongest(held.origin, |_| true);
    let [left, right, forehead, garment] = subject.landmarks;
    let (lit, shadow) = if strongest.is_some_and(|at| held.inside(at).x < 0.0) { (left, right) } else { (right, left) };
    let on_sitter = |(name, place): (&'static str, Option<Landmark>)| {
        let Landmark { at, normal } = place?;
        let seen = own.project(at);
        let faces = normal.dot((own.at - at).normalize_or(Vec3::Z)) > 0.2 && seen.z > 0.0;
        let patch = Patch {
            name: Some(name),
            x: seen.x / view.width as f32,
            y: seen.y / view.height as f32,
            radius: 0.008 * own.scale() * seen.z / view.height as f32,
        };
        let within = (0.02..0.98).contains(&patch.x) && (0.02..0.98).contains(&patch.y);
        (faces && within).then_some(patch)
    };
    let named = [("Lit cheek", lit), ("Shadow cheek", shadow), ("Forehead", forehead), ("Garment", garment)];
    let ground = Patch { name: Some("Ground"), x: 0.08, y: 0.12, radius: 0.02 };
    named.into_iter().filter_map(on_sitter).chain([ground]).collect()
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    proptest! {
        /// The same as by the logarithm, but where a border is nearer than a number can tell.
        #[test]
        fn a_light_lies_in_its_tenth(light in prop_oneof![Just(0.0f32), Just(f32::NAN), -1.0f32..0.0, 1e-6f32..3.0, 0.001f32..0.01, 100.0f32..1e9]) {
            let place = stops(light).map_or(0.0, |t| (t - FIRST) * 10.0);
            let by_logarithm = place.floor().clamp(0.0, (TENTHS - 1) as f32) as usize;
            let at = TENTHS_OF.of(light);
            prop_assert!(at == by_logarithm || (place - place.round()).abs() < 1e-4, "{light}: {at}, not {by_logarithm}");
        }
    }
}
