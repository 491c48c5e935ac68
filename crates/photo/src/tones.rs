//! How a picture's tones are spread, and those of its patches. In stops over mid-grey, as they are in light.
//!
//! Until a camera's own curve is known, a picture's values are taken as plain sRGB: cameras bend them, so a tone is sure to a third of a stop only.

use ink_lamp_light::ambient::BLACK;
use rayon::prelude::*;

use crate::{
    levels::{FIRST, Levels, TENTHS},
    picture::Picture,
};

/// From this value on a colour clips: what lies above it is not told apart.
const CLIPS: u8 = 254;

/// A round part of a picture.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Patch {
    /// Its middle from the left, as a share of the picture's width.
    pub x: f32,
    /// From the top, as a share of its height.
    pub y: f32,
    /// Its radius, as a share of its height.
    pub radius: f32,
}

impl Patch {
    /// The pixels of a frame whose middle lies within it, at least the one that its own middle lies in; by their places, row by row.
    pub(crate) fn pixels(self, (width, height): (usize, usize)) -> Vec<usize> {
        let (x, y, radius) = (self.x * width as f32, self.y * height as f32, self.radius * height as f32);
        let within = |middle: f32, size: usize| {
            let first = (middle - radius - 0.5).ceil().max(0.0) as usize;
            let end = ((middle + radius + 0.5).ceil().max(0.0) as usize).min(size);
            first.min(end)..end
        };
        let is_within = |column: usize, row: usize| (column as f32 + 0.5 - x).hypot(row as f32 + 0.5 - y) <= radius;
        let columns = within(x, width);
        let of_row = |row: usize| columns.clone().filter(move |column| is_within(*column, row)).map(move |column| row * width + column);
        let pixels: Vec<usize> = within(y, height).flat_map(of_row).collect();
        if !pixels.is_empty() {
            return pixels;
        }
        let inside = |at: f32, size: usize| (at.max(0.0) as usize).min(size.saturating_sub(1));
        vec![inside(y, height) * width + inside(x, width)]
    }
}

/// The tone of a patch.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct PatchTone {
    /// Its mean, stops over mid-grey; none of no light.
    pub tone: Option<f32>,
    /// How sure that is, stops: one standard deviation.
    pub sure: f32,
    /// What of that is by chance, and not by the camera's curve.
    pub by_chance: f32,
    /// How far its pixels lie from each other, stops: one standard deviation.
    pub spread: f32,
    /// The share of it that clips.
    pub clipped: f32,
    /// How many pixels it has.
    pub pixels: usize,
}

/// How a picture's tones are spread.
#[derive(Debug, Clone, PartialEq)]
pub struct Tones {
    /// The share of the picture in each tenth of a stop from [`FIRST`] on; the first and last hold what lies beyond.
    pub histogram: Vec<f32>,
    /// The share that clips in any colour.
    pub clipped: f32,
    /// The share that reads as black.
    pub black: f32,
    /// Its brightest place: the tone that a thousandth of it exceeds.
    pub brightest: f32,
}

pub(crate) fn clips(values: [u8; 3]) -> bool {
    values[0].max(values[1]).max(values[2]) >= CLIPS
}

/// So many pixels are counted in one go.
const AT_ONCE: usize = 16_384;

impl Tones {
    /// Of a picture.
    #[must_use]
    pub fn of(picture: &Picture, levels: &Levels) -> Self {
        let (tenths, steps) = (levels.tenths(), levels.steps());
        let count = |pixels: &[[u8; 3]]| {
            // Two counts side by side: neighbours are most often alike, and one would wait for the other.
            let (mut counts, mut clipped) = ([[0u32; 256]; 2], 0u32);
            for (n, values) in pixels.iter().enumerate() {
                let step: u32 = (0..3).map(|c| steps[c][usize::from(values[c])]).sum();
                counts[n & 1][usize::from(tenths[step as usize])] += 1;
                clipped += u32::from(clips(*values));
            }
            (std::array::from_fn(|n| counts[0][n] + counts[1][n]), clipped)
        };
        let added = |(mut counts, clipped): ([u32; TENTHS], u32), (more, clip): ([u32; TENTHS], u32)| {
            counts.iter_mut().zip(more).for_each(|(sum, n)| *sum += n);
            (counts, clipped + clip)
        };
        let (counts, clipped) = picture.values.par_chunks(AT_ONCE).map(count).reduce(|| ([0u32; TENTHS], 0), added);
        let all = picture.values.len().max(1) as f32;
        let dark = ((BLACK.get() as f32 - FIRST) * 10.0).round() as usize;
        let black: u32 = counts[..dark].iter().sum();
        let mut left = (picture.values.len() / 1000) as i64;
        let brightest = counts.iter().rposition(|count| {
            left -= i64::from(*count);
            left < 0
        });
        Self {
            histogram: counts.iter().map(|c| *c as f32 / all).collect(),
            clipped: clipped as f32 / all,
            black: black as f32 / all,
            brightest: FIRST + brightest.unwrap_or(0) as f32 / 10.0,
        }
    }
}

impl PatchTone {
    /// Of a patch: the mean light of the pixels whose middle lies within it, at least of the one that its own middle lies in.
    #[must_use]
    pub fn of(picture: &Picture, patch: Patch, levels: &Levels) -> Self {
        let values: Vec<[u8; 3]> =
            patch.pixels((picture.width, picture.height)).into_iter().filter_map(|i| picture.values.get(i)).copied().collect();
        let pixels = values.len();
        let count = pixels.max(1) as f64;
        let light = |values: &[u8; 3]| f64::from(levels.light(*values));
        let mean = values.iter().map(light).sum::<f64>() / count;
        let spread = (values.iter().map(|v| (light(v) - mean).powi(2)).sum::<f64>() / count).sqrt();
        let in_stops = |part: f64| if mean > 0.0 { (part / mean * std::f64::consts::LOG2_E) as f32 } else { 0.0 };
        // How far the mean would be off by chance, where each pixel is by itself; and half of one of 256 values, which is what rounding hides of each.
        let by_chance = in_stops(spread.hypot(0.5 * f64::from(levels.slope(mean as f32))) / count.sqrt());
        let clipped = values.iter().filter(|v| clips(**v)).count() as f64 / count;
        let tone = levels.stops(mean as f32);
        Self { tone, sure: levels.sure(tone).hypot(by_chance), by_chance, spread: in_stops(spread), clipped: clipped as f32, pixels }
    }

    /// Of patches, in their order.
    #[must_use]
    pub fn of_all(picture: &Picture, patches: &[Patch], levels: &Levels) -> Vec<Self> {
        patches.par_iter().map(|patch| Self::of(picture, *patch, levels)).collect()
    }

    /// How far another patch of the same surface lies under this one, and how sure that is: what the surface throws back falls out. Nothing where
    /// either has no tone.
    #[must_use]
    pub fn over(&self, other: &Self, levels: &Levels) -> Option<(f32, f32)> {
        let (one, other_tone) = (self.tone?, other.tone?);
        Some((one - other_tone, levels.sure_between(one, other_tone).hypot(self.by_chance).hypot(other.by_chance)))
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn even(value: u8) -> Picture {
        Picture { width: 40, height: 30, values: vec![[value; 3]; 1200] }
    }

    /// The sRGB codes of 18 % grey n stops under the exposure, 0 to 8: 118 85 60 41 27 17 9 5 2 (closed form, rounded half up).
    #[test]
    fn a_grey_that_lies_some_stops_under_is_read_so() {
        let plain = Levels::plain();
        for (under, value) in [118u8, 85, 60, 41, 27].into_iter().enumerate() {
            let tone = PatchTone::of(&even(value), Patch { x: 0.5, y: 0.5, radius: 0.2 }, &plain);
            // Half a value is 0.05 stop at the darkest of these.
            assert!((tone.tone.unwrap() + under as f32).abs() < 0.05, "{value}: {tone:?}");
            assert!(tone.sure >= 0.3 && tone.sure < 0.31 && tone.clipped == 0.0);
        }
        assert_eq!(PatchTone::of(&even(0), Patch { x: 0.1, y: 0.1, radius: 0.1 }, &plain).tone, None);
        assert_eq!(PatchTone::of(&even(255), Patch { x: 0.1, y: 0.1, radius: 0.1 }, &plain).clipped, 1.0);
    }

    #[test]
    fn tones_are_spread_over_tenths_and_their_shares_are_all_of_it() {
        let tones = Tones::of(&even(118), &Levels::plain());
        assert_eq!(tones.histogram.iter().sum::<f32>(), 1.0);
        // 118 is a little over mid-grey, by three thousandths of a stop.
        assert_eq!(tones.histogram[70], 1.0);
        assert_eq!((tones.clipped, tones.black, tones.brightest), (0.0, 0.0, 0.0));
        let half = Picture { values: [vec![[0; 3]; 600], vec![[255; 3]; 600]].concat(), ..even(0) };
        let tones = Tones::of(&half, &Levels::plain());
        assert_eq!((tones.clipped, tones.black), (0.5, 0.5));
    }

    /// Two patches of one skin, whatever it throws back: three to one is 1.58 stops.
    #[test]
    fn two_patches_of_one_surface_tell_the_ratio() {
        let tone = |tone: f32| PatchTone { tone: Some(tone), sure: 0.3, by_chance: 0.01, spread: 0.1, clipped: 0.0, pixels: 100 };
        let (by, sure) = tone(0.9).over(&tone(0.9 - 3f32.log2()), &Levels::plain()).unwrap();
        assert!((by - 1.585).abs() < 1e-3 && (sure - 0.238).abs() < 2e-3, "{by} {sure}");
        assert_eq!(tone(0.0).over(&PatchTone { tone: None, ..tone(0.0) }, &Levels::plain()), None);
    }

    proptest! {
        #[test]
        fn any_patch_of_any_picture_has_a_tone(x in -1.0..2.0f32, y in -1.0..2.0f32, radius in 0.0..2.0f32, width in 1..9usize, height in 1..9usize) {
            let picture = Picture { width, height, values: vec![[60; 3]; width * height] };
            let tone = PatchTone::of(&picture, Patch { x, y, radius }, &Levels::plain());
            prop_assert!((1..=width * height).contains(&tone.pixels));
            prop_assert!((tone.tone.unwrap() + 2.0).abs() < 0.03);
        }
    }
}
