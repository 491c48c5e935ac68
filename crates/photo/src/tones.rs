//! How a picture's tones are spread, and those of its patches. In stops over mid-grey, as they are in light.
//!
//! Until a camera's own curve is known, a picture's values are taken as plain sRGB: cameras bend them, so a tone is sure to a third of a stop only
//! (common practice, no source).

use std::sync::LazyLock;

use ink_lamp_light::ambient::BLACK;
use rayon::prelude::*;

use crate::{
    picture::Picture,
    srgb::{LUMINANCE, OF_8_BITS},
};

/// The first tone of a histogram, stops.
pub const FIRST: f32 = -7.0;
/// How many tenths of a stop it has.
pub const TENTHS: usize = 100;
/// What a mid-grey surface throws back of the light on it.
const MID_GREY: f32 = 0.18;
/// From this value on a colour clips: what lies above it is not told apart.
const CLIPS: u8 = 254;
/// How sure a tone is while the camera's curve is taken as plain sRGB, stops: one standard deviation.
const UNTAUGHT: f32 = 0.3;
/// How sure the difference of two tones is then: so much of each stop between them, since a curve bends them alike where they lie near each other (a
/// judgement).
const UNTAUGHT_BETWEEN: f32 = 0.15;

/// From this tone on a picture of sRGB clips, stops: `log2(1 / 0.18)`.
pub const CLIP: f32 = 2.473_931_2;

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

fn light(values: [u8; 3]) -> f32 {
    let table = &*OF_8_BITS;
    (0..3).map(|c| LUMINANCE[c] * table[usize::from(values[c])]).sum()
}

pub(crate) fn clips(values: [u8; 3]) -> bool {
    values[0].max(values[1]).max(values[2]) >= CLIPS
}

/// A tone in stops over mid-grey; nothing of no light.
pub(crate) fn stops(light: f32) -> Option<f32> {
    (light > 0.0).then(|| (light / MID_GREY).log2())
}

/// Light is counted in so many steps: the least that a value of a screen differs from the next is twenty of them.
const STEPS: u32 = 65_535;

/// In which tenth of a histogram each step lies: a logarithm a pixel would take longer than all the rest.
static TENTH_OF: LazyLock<Vec<u8>> = LazyLock::new(|| {
    let tenth = |step: u32| stops(step as f32 / STEPS as f32).map_or(0.0, |tone| ((tone - FIRST) * 10.0).floor());
    (0..=STEPS + 1).map(|step| (tenth(step).max(0.0) as u8).min(TENTHS as u8 - 1)).collect()
});

/// The steps of each value of each colour, as it counts for the whole.
static STEPS_OF: LazyLock<[[u32; 256]; 3]> = LazyLock::new(|| {
    let steps = |c: usize, v: usize| (LUMINANCE[c] * OF_8_BITS[v] * STEPS as f32).round() as u32;
    std::array::from_fn(|c| std::array::from_fn(|v| steps(c, v)))
});

/// So many pixels are counted in one go.
const AT_ONCE: usize = 16_384;

impl Tones {
    /// Of a picture.
    #[must_use]
    pub fn of(picture: &Picture) -> Self {
        let (tenths, steps) = (&**TENTH_OF, &*STEPS_OF);
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
    pub fn of(picture: &Picture, patch: Patch) -> Self {
        let values: Vec<[u8; 3]> =
            patch.pixels((picture.width, picture.height)).into_iter().filter_map(|i| picture.values.get(i)).copied().collect();
        let pixels = values.len();
        let count = pixels.max(1) as f64;
        let light = |values: &[u8; 3]| f64::from(light(*values));
        let mean = values.iter().map(light).sum::<f64>() / count;
        let square = values.iter().map(|v| (light(v) - mean).powi(2)).sum::<f64>() / count;
        let in_stops = |part: f64| if mean > 0.0 { part / mean * std::f64::consts::LOG2_E } else { 0.0 };
        // How far the mean would be off by chance, where each pixel is by itself; and half of one of 256 values, which is what rounding hides of each.
        let by_chance = in_stops((square.sqrt().hypot(0.5 * slope(mean))) / count.sqrt());
        let clipped = values.iter().filter(|v| clips(**v)).count() as f64 / count;
        let by_chance = by_chance as f32;
        Self { tone: stops(mean as f32), sure: UNTAUGHT.hypot(by_chance), by_chance, clipped: clipped as f32, pixels }
    }

    /// Of patches, in their order.
    #[must_use]
    pub fn of_all(picture: &Picture, patches: &[Patch]) -> Vec<Self> {
        patches.par_iter().map(|patch| Self::of(picture, *patch)).collect()
    }

    /// How far another patch of the same surface lies under this one, and how sure that is: what the surface throws back falls out. Nothing where
    /// either has no tone.
    #[must_use]
    pub fn over(&self, other: &Self) -> Option<(f32, f32)> {
        let by = self.tone? - other.tone?;
        Some((by, (UNTAUGHT_BETWEEN * by).hypot(self.by_chance).hypot(other.by_chance)))
    }
}

/// How much light one of 256 values is, near a light.
fn slope(light: f64) -> f64 {
    if light <= 0.003_130_8 { 1.0 / 12.92 / 255.0 } else { light.powf(1.0 - 1.0 / 2.4) * 2.4 / 1.055 / 255.0 }
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
        for (under, value) in [118u8, 85, 60, 41, 27].into_iter().enumerate() {
            let tone = PatchTone::of(&even(value), Patch { x: 0.5, y: 0.5, radius: 0.2 });
            // Half a value is 0.05 stop at the darkest of these.
            assert!((tone.tone.unwrap() + under as f32).abs() < 0.05, "{value}: {tone:?}");
            assert!(tone.sure >= 0.3 && tone.sure < 0.31 && tone.clipped == 0.0);
        }
        assert_eq!(PatchTone::of(&even(0), Patch { x: 0.1, y: 0.1, radius: 0.1 }).tone, None);
        assert_eq!(PatchTone::of(&even(255), Patch { x: 0.1, y: 0.1, radius: 0.1 }).clipped, 1.0);
    }

    #[test]
    fn tones_are_spread_over_tenths_and_their_shares_are_all_of_it() {
        let tones = Tones::of(&even(118));
        assert_eq!(tones.histogram.iter().sum::<f32>(), 1.0);
        // 118 is a little over mid-grey, by three thousandths of a stop.
        assert_eq!(tones.histogram[70], 1.0);
        assert_eq!((tones.clipped, tones.black, tones.brightest), (0.0, 0.0, 0.0));
        let half = Picture { values: [vec![[0; 3]; 600], vec![[255; 3]; 600]].concat(), ..even(0) };
        let tones = Tones::of(&half);
        assert_eq!((tones.clipped, tones.black), (0.5, 0.5));
    }

    /// Two patches of one skin, whatever it throws back: three to one is 1.58 stops.
    #[test]
    fn two_patches_of_one_surface_tell_the_ratio() {
        let tone = |tone: f32| PatchTone { tone: Some(tone), sure: 0.3, by_chance: 0.01, clipped: 0.0, pixels: 100 };
        let (by, sure) = tone(0.9).over(&tone(0.9 - 3f32.log2())).unwrap();
        assert!((by - 1.585).abs() < 1e-3 && (sure - 0.238).abs() < 2e-3, "{by} {sure}");
        assert_eq!(tone(0.0).over(&PatchTone { tone: None, ..tone(0.0) }), None);
    }

    proptest! {
        #[test]
        fn any_patch_of_any_picture_has_a_tone(x in -1.0..2.0f32, y in -1.0..2.0f32, radius in 0.0..2.0f32, width in 1..9usize, height in 1..9usize) {
            let picture = Picture { width, height, values: vec![[60; 3]; width * height] };
            let tone = PatchTone::of(&picture, Patch { x, y, radius });
            prop_assert!((1..=width * height).contains(&tone.pixels));
            prop_assert!((tone.tone.unwrap() + 2.0).abs() < 0.03);
        }
    }
}
