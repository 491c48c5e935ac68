//! From light to what a screen shows: one curve for everything that shows a picture.
//!
//! Truthful: linear up to 0.72, two stops over mid-grey, then a shoulder that reaches full scale where the ladder draws its clip line, 2.5 stops over;
//! then the sRGB curve. A grey card on 0 comes out at 118. Source of the sRGB curve: IEC 61966-2-1.

use std::sync::LazyLock;

use glam::Vec3A;
use ink_lamp_light::ambient;

/// What a mid-grey surface throws back of the light on it.
pub const MID_GREY: f32 = 0.18;
/// Up to here nothing is bent: two stops over mid-grey.
pub const STRAIGHT: f32 = 0.72;
/// Darker than this reads as black, stops: the core's own line.
pub const BLACK: f32 = ambient::BLACK.get() as f32;
/// The ladder's clip line, stops over mid-grey.
pub const CLIP: f32 = 2.5;
/// The same as light: `0.18 · 2^2.5`.
pub const FULL: f32 = 1.018_233_8;

/// Light to a share of full scale, before the screen's own curve: straight, then a parabola that meets it without a bend. Each colour by itself.
#[inline]
#[must_use]
pub fn shoulder(light: Vec3A) -> Vec3A {
    const BEND: f32 = (FULL - 1.0) / ((FULL - STRAIGHT) * (FULL - STRAIGHT));
    // What is no number is black: the larger of it and 0 is 0.
    let light = light.max(Vec3A::ZERO).min(Vec3A::splat(FULL));
    let straight = light.min(Vec3A::splat(STRAIGHT));
    let over = light - straight;
    straight + over - BEND * over * over
}

/// A share of full scale to a value of 0 to 255 on a screen, not rounded.
#[must_use]
pub fn encoded(share: f32) -> f32 {
    let share = share.clamp(0.0, 1.0);
    255.0 * if share <= 0.003_130_8 { 12.92 * share } else { 1.055 * share.powf(1.0 / 2.4) - 0.055 }
}

/// Steps of the table from shares to values.
const STEPS: usize = 4096;

/// From shares of full scale to values, in parts of 256 of each. Longer than it need be, so that every number of so many bits is a step of it.
pub type Table = [u16; 2 * STEPS];

static SRGB: LazyLock<Box<Table>> =
    LazyLock::new(|| Box::new(std::array::from_fn(|i| (encoded(i as f32 / STEPS as f32) * 256.0).round() as u16)));

/// The table from shares of full scale to values.
#[must_use]
pub fn table() -> &'static Table {
    &SRGB
}

/// What is added before a value is cut off to a whole one: half a value rounds it.
pub const ROUND: u16 = 128;

/// The same by place, so that a ground that darkens slowly shows no steps: in each four by four pixels, as many are one value brighter as the rest says.
///
/// Source: ordered dither by Bayer's matrix, from memory.
#[inline]
#[must_use]
pub const fn dither(x: usize, y: usize) -> u16 {
    const SIXTEENTHS: [[u16; 4]; 4] = [[0, 8, 2, 10], [12, 4, 14, 6], [3, 11, 1, 9], [15, 7, 13, 5]];
    SIXTEENTHS[y & 3][x & 3] * 16 + 8
}

/// The values of shares by the table: nearest steps, told by adding a number whose neighbours are one apart, as casts check for more than can be.
#[inline]
#[must_use]
pub fn values(table: &Table, shares: Vec3A, add: u16) -> [u8; 3] {
    const WHOLE: f32 = (1 << 23) as f32;
    let steps = shares.max(Vec3A::ZERO).min(Vec3A::ONE) * STEPS as f32 + WHOLE;
    steps.to_array().map(|step| ((table[step.to_bits() as usize % (2 * STEPS)] + add) >> 8) as u8)
}

/// A tone in stops over mid-grey; nothing of no light.
#[must_use]
pub fn stops(light: f32) -> Option<f32> {
    (light > 0.0).then(|| (light / MID_GREY).log2())
}

/// The light that a value on the screen stands for: the curve backward.
#[must_use]
pub fn light_of(value: f32) -> f32 {
    let share = f64::from(value.clamp(0.0, 255.0)) / 255.0;
    let share = if share <= 0.040_45 { share / 12.92 } else { ((share + 0.055) / 1.055).powf(2.4) } as f32;
    let (mut low, mut high) = (0.0, FULL);
    for _ in 0..40 {
        let middle = f32::midpoint(low, high);
        if shoulder(Vec3A::splat(middle)).x < share { low = middle } else { high = middle }
    }
    high
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn value(share: f32) -> u8 {
        let [one, two, _] = values(table(), Vec3A::new(share, share, 0.0), ROUND);
        assert_eq!(one, two);
        one
    }

    fn shoulder(light: f32) -> f32 {
        super::shoulder(Vec3A::new(0.0, light, 0.0)).y
    }

    #[test]
    fn a_grey_card_on_zero_is_118() {
        assert_eq!(value(shoulder(MID_GREY)), 118);
        // Two stops over is as on paper: 0.72 by the sRGB curve.
        assert!((encoded(shoulder(MID_GREY * 4.0)) - 220.4).abs() < 0.5, "{}", encoded(shoulder(0.72)));
        assert!((stops(MID_GREY * 2.0).unwrap() - 1.0).abs() < 1e-6);
    }

    #[test]
    fn full_scale_is_reached_at_the_clip_line() {
        assert!((FULL - MID_GREY * CLIP.exp2()).abs() < 1e-5);
        assert!((shoulder(FULL) - 1.0).abs() < 1e-6 && shoulder(FULL * 0.99) < 0.995);
        assert_eq!(value(shoulder(f32::NAN)), 0);
    }

    proptest! {
        /// More light is never darker, and nothing jumps.
        #[test]
        fn the_curve_only_rises(a in 0.0f32..1.2, b in 0.0f32..0.01) {
            let (low, high) = (shoulder(a), shoulder(a + b));
            prop_assert!(low <= high && high - low <= b + 1e-6);
        }

        /// The table's nearest step is within half a value of the curve, but where black is steepest.
        #[test]
        fn the_table_is_the_curve(share in -0.1f32..1.1) {
            let near = f32::from(value(share)) - encoded(share);
            prop_assert!(near.abs() <= 0.9, "{share}: {near}");
        }

        /// Over four by four pixels a tone is itself, finer than one value, but for half a step of the table.
        #[test]
        fn dither_keeps_the_tone(share in 0.02f32..0.98) {
            let shares = Vec3A::splat(share);
            let sum: u16 = (0..16).map(|k| u16::from(values(table(), shares, dither(k % 4, k / 4))[0])).sum();
            let step = encoded(share) - encoded(share - 0.5 / STEPS as f32);
            prop_assert!((f32::from(sum) / 16.0 - encoded(share)).abs() < step + 0.04, "{share}: {sum}");
        }

        #[test]
        fn a_value_leads_back_to_its_light(light in 0.001f32..1.0) {
            prop_assert!((light_of(encoded(shoulder(light))) - light).abs() < 1e-3 * light + 1e-5);
        }
    }
}
