//! Between the values of a screen and light. Source: IEC 61966-2-1.

use std::sync::LazyLock;

/// Light behind a share of full scale, 0 to 1.
pub(crate) fn decoded(share: f32) -> f32 {
    if share <= 0.040_45 { share / 12.92 } else { ((share + 0.055) / 1.055).powf(2.4) }
}

/// The share of full scale of light, 0 to 1.
fn encoded(light: f32) -> f32 {
    let light = light.clamp(0.0, 1.0);
    if light <= 0.003_130_8 { 12.92 * light } else { 1.055 * light.powf(1.0 / 2.4) - 0.055 }
}

/// The light behind each of 256 values.
pub(crate) static OF_8_BITS: LazyLock<[f32; 256]> = LazyLock::new(|| std::array::from_fn(|v| decoded(v as f32 / 255.0)));

/// The light behind each of 65,536 values.
pub(crate) static OF_16_BITS: LazyLock<Vec<f32>> = LazyLock::new(|| (0..=u16::MAX).map(|v| decoded(f32::from(v) / 65535.0)).collect());

/// The last of 16,384 steps of light: a step is a fifth of a value where values lie closest, and all of them lie in a processor's nearest memory.
const LAST: u16 = 0x3fff;

/// The value of each step.
static TO_8_BITS: LazyLock<Vec<u8>> =
    LazyLock::new(|| (0..=LAST).map(|step| (encoded(f32::from(step) / f32::from(LAST)) * 255.0).round() as u8).collect());

/// The step of light: what lies outside comes to the end. Told by adding a number whose neighbours are one apart, which rounds, as casts check for more
/// than can be.
#[inline(always)]
fn step(light: f32) -> u16 {
    const WHOLE: f32 = (1 << 23) as f32;
    ((light.clamp(0.0, 1.0) * f32::from(LAST) + WHOLE).to_bits() & u32::from(LAST)) as u16
}

/// The value of 0 to 255 of light.
pub(crate) fn value(light: f32) -> u8 {
    TO_8_BITS[usize::from(step(light))]
}

/// The same of many at once; `steps` is room for as many.
#[inline(always)]
pub(crate) fn values(light: &[f32], steps: &mut [u16], values: &mut [u8]) {
    for (step, light) in steps.iter_mut().zip(light) {
        *step = self::step(*light);
    }
    let table = &**TO_8_BITS;
    for (value, step) in values.iter_mut().zip(steps) {
        *value = table[usize::from(*step & LAST)];
    }
}

/// The share of the luminance that each colour has.
pub(crate) const LUMINANCE: [f32; 3] = [0.2126, 0.7152, 0.0722];

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_mid_grey_is_118_and_there_and_back_is_the_same() {
        assert_eq!((encoded(0.18) * 255.0).round(), 118.0);
        for value in 0..=255u8 {
            assert_eq!(super::value(OF_8_BITS[usize::from(value)]), value);
        }
        assert!((LUMINANCE.iter().sum::<f32>() - 1.0).abs() < 1e-6);
        assert_eq!((super::value(-1.0), super::value(7.0), super::value(f32::NAN)), (0, 255, 0));
        let mut many = [0; 3];
        values(&[0.18, -0.5, 2.0], &mut [0; 3], &mut many);
        assert_eq!(many, [118, 0, 255]);
    }
}
