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

/// The value of each of 65,536 steps of light: a step is a twentieth of a value where values lie closest.
static TO_8_BITS: LazyLock<Vec<u8>> =
    LazyLock::new(|| (0..=u16::MAX).map(|step| (encoded(f32::from(step) / 65535.0) * 255.0).round() as u8).collect());

/// The value of 0 to 255 of light.
pub(crate) fn value(light: f32) -> u8 {
    TO_8_BITS[(light.clamp(0.0, 1.0) * 65535.0).round() as usize]
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
    }
}
