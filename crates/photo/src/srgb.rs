//! Between the values of a screen and light. Source: IEC 61966-2-1.

use std::sync::LazyLock;

/// Light behind a share of full scale, 0 to 1.
pub(crate) fn decoded(share: f32) -> f32 {
    if share <= 0.040_45 { share / 12.92 } else { ((share + 0.055) / 1.055).powf(2.4) }
}

/// The light behind each of 256 values.
pub(crate) static OF_8_BITS: LazyLock<[f32; 256]> = LazyLock::new(|| std::array::from_fn(|v| decoded(v as f32 / 255.0)));

/// The light behind each of 65,536 values.
pub(crate) static OF_16_BITS: LazyLock<Vec<f32>> = LazyLock::new(|| (0..=u16::MAX).map(|v| decoded(f32::from(v) / 65535.0)).collect());

/// The last of 16,384 steps of light: a step is a fifth of a value where values lie closest, and all of them lie in a processor's nearest memory.
pub(crate) const LAST: u16 = 0x3fff;

/// The step of light: what lies outside comes to the end. Told by adding a number whose neighbours are one apart, which rounds, as casts check for more
/// than can be.
#[inline(always)]
pub(crate) fn step(light: f32) -> u16 {
    const WHOLE: f32 = (1 << 23) as f32;
    ((light.clamp(0.0, 1.0) * f32::from(LAST) + WHOLE).to_bits() & u32::from(LAST)) as u16
}

/// The values of much light at once, by the value of each step; `steps` is room for as many.
#[inline(always)]
pub(crate) fn values(light: &[f32], steps: &mut [u16], values: &mut [u8], of_steps: &[u8]) {
    for (step, light) in steps.iter_mut().zip(light) {
        *step = self::step(*light);
    }
    for (value, step) in values.iter_mut().zip(steps) {
        *value = of_steps[usize::from(*step & LAST)];
    }
}

/// The share of the luminance that each colour has.
pub(crate) const LUMINANCE: [f32; 3] = [0.2126, 0.7152, 0.0722];

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn light_comes_to_its_step_and_what_lies_outside_to_the_end() {
        assert!((LUMINANCE.iter().sum::<f32>() - 1.0).abs() < 1e-6);
        assert_eq!((step(-1.0), step(7.0), step(f32::NAN), step(0.5)), (0, LAST, 0, 0x2000));
        let of_steps: Vec<u8> = (0..=LAST).map(|step| (step >> 6) as u8).collect();
        let mut many = [0; 3];
        values(&[0.5, -0.5, 2.0], &mut [0; 3], &mut many, &of_steps);
        assert_eq!(many, [128, 0, 255]);
        assert_eq!(OF_8_BITS[255], 1.0);
    }
}
