//! Colour of light: temperature, mired, mixtures of lamps and flash, gels, and what a white balance makes of them.
//!
//! Sources: Planck's law summed with the CIE 1931 2-degree observer; the CIE daylight locus; Bradford adaptation; IEC 61966-2-1 primaries. The
//! daylight formula and the sRGB matrix are from memory and were checked against a colour library by the reference cases. A camera's white
//! balance is channel gains, not Bradford: the direction is right, the amount approximate.

mod observer;

use std::sync::LazyLock;

use crate::{measure::Kelvin, scale::Stops};
use observer::{FIRST, OBSERVER, STEP};

/// A chromaticity, CIE 1931 x and y.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Chromaticity {
    /// x.
    pub x: f64,
    /// y.
    pub y: f64,
}

/// Second radiation constant, m·K.
const C2: f64 = 1.438_776_877e-2;

impl Chromaticity {
    /// Of a black body at a temperature.
    #[must_use]
    pub fn planck(kelvin: Kelvin) -> Self {
        let mut sum = [0.0; 3];
        let mut wavelength = FIRST * 1e-9;
        for row in &OBSERVER {
            let radiance = wavelength.powi(-5) / (C2 / (wavelength * kelvin.get())).exp_m1();
            for (s, m) in sum.iter_mut().zip(row) {
                *s += radiance * m;
            }
            wavelength += STEP * 1e-9;
        }
        Self::of(sum)
    }

    /// Of daylight, 4000 to 7000 K: the CIE's D locus, `yD = −3xD² + 2.870xD − 0.275`. None outside.
    #[must_use]
    pub fn daylight(kelvin: Kelvin) -> Option<Self> {
        let t = kelvin.get();
        if !(4000.0..=7000.0).contains(&t) {
            return None;
        }
        let x = -4.6070e9 / t.powi(3) + 2.9678e6 / t.powi(2) + 99.11 / t + 0.244_063;
        Some(Self { x, y: -3.0 * x * x + 2.870 * x - 0.275 })
    }

    fn of([x, y, z]: [f64; 3]) -> Self {
        let sum = x + y + z;
        Self { x: x / sum, y: y / sum }
    }

    /// XYZ at a luminance.
    fn xyz(self, luminance: f64) -> [f64; 3] {
        [self.x * luminance / self.y, luminance, (1.0 - self.x - self.y) * luminance / self.y]
    }

    /// CIE 1960 u and v.
    #[must_use]
    pub fn uv(self) -> (f64, f64) {
        let d = -2.0 * self.x + 12.0 * self.y + 3.0;
        (4.0 * self.x / d, 6.0 * self.y / d)
    }

    /// This light together with another that lies `stops` from it, both as illuminance.
    #[must_use]
    pub fn with(self, other: Self, stops: Stops) -> Self {
        let (a, b) = (self.xyz(1.0), other.xyz(stops.factor()));
        Self::of([a[0] + b[0], a[1] + b[1], a[2] + b[2]])
    }

    /// Correlated colour temperature and distance from the locus.
    #[must_use]
    pub fn correlated(self) -> Correlated {
        let (u, v) = self.uv();
        let squared = |i: usize| {
            let (lu, lv) = LOCUS[i];
            (u - lu).powi(2) + (v - lv).powi(2)
        };
        let nearest = (0..LOCUS.len()).min_by(|a, b| squared(*a).total_cmp(&squared(*b))).unwrap_or(0).clamp(1, LOCUS.len() - 2);
        // A parabola through three neighbours, a mired apart.
        let (before, here, after) = (squared(nearest - 1), squared(nearest), squared(nearest + 1));
        let bend = before - 2.0 * here + after;
        let step = if bend > 0.0 { ((before - after) / (2.0 * bend)).clamp(-1.0, 1.0) } else { 0.0 };
        let least = (here - (before - after) * step / 4.0).max(0.0);
        #[allow(clippy::cast_precision_loss, reason = "at most a thousand")]
        let mired = LOCUS_FROM + nearest as f64 + step;
        Correlated { mired, duv: least.sqrt().copysign(v - LOCUS[nearest].1) }
    }
}

/// Where the locus table begins, in mired; one entry for each.
const LOCUS_FROM: f64 = 25.0;

/// The black-body locus in CIE 1960 u and v, from 25 to 1000 mired.
static LOCUS: LazyLock<Vec<(f64, f64)>> = LazyLock::new(|| {
    (25..=1000).filter_map(|mired| Kelvin::new(1e6 / f64::from(mired)).ok()).map(|k| Chromaticity::planck(k).uv()).collect()
});

/// A correlated colour temperature with its distance from the black-body locus.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Correlated {
    /// In mired.
    pub mired: f64,
    /// Distance in CIE 1960 u, v: + lies above (greenish), − below (pinkish).
    pub duv: f64,
}

impl Correlated {
    /// In kelvin.
    #[must_use]
    pub fn kelvin(self) -> f64 {
        1e6 / self.mired
    }

    /// The tint in a word; below 0.002 nobody balances it out (a judgement).
    #[must_use]
    pub fn tint(self) -> &'static str {
        match self.duv {
            d if d > 0.006 => "clearly green",
            d if d > 0.002 => "a trace of green",
            d if d < -0.006 => "clearly pink",
            d if d < -0.002 => "a trace of pink",
            _ => "no tint",
        }
    }
}

/// Daylight white that sRGB is made for.
const D65: Chromaticity = Chromaticity { x: 0.312_7, y: 0.329 };

const BRADFORD: [[f64; 3]; 3] = [[0.8951, 0.2664, -0.1614], [-0.7502, 1.7135, 0.0367], [0.0389, -0.0685, 1.0296]];
const BRADFORD_BACK: [[f64; 3]; 3] =
    [[0.986_992_9, -0.147_054_3, 0.159_962_7], [0.432_305_3, 0.518_360_3, 0.049_291_2], [-0.008_528_7, 0.040_042_8, 0.968_486_7]];
const TO_SRGB: [[f64; 3]; 3] =
    [[3.240_625_5, -1.537_208, -0.498_628_6], [-0.968_930_7, 1.875_756_1, 0.041_517_5], [0.055_710_1, -0.204_021_1, 1.056_995_9]];

fn times(m: &[[f64; 3]; 3], v: [f64; 3]) -> [f64; 3] {
    [0, 1, 2].map(|row| m[row].iter().zip(v).map(|(a, b)| a * b).sum())
}

/// Linear sRGB, not clipped, of a grey surface at a luminance after exposure, lit by `light` and taken with the white balance on `white`.
#[must_use]
pub fn balanced_patch(white: Chromaticity, light: Chromaticity, luminance: f64) -> [f64; 3] {
    let (from, to) = (times(&BRADFORD, white.xyz(1.0)), times(&BRADFORD, D65.xyz(1.0)));
    let cones = times(&BRADFORD, light.xyz(luminance));
    let adapted = [0, 1, 2].map(|i| cones[i] * to[i] / from[i]);
    times(&TO_SRGB, times(&BRADFORD_BACK, adapted))
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;
    use crate::measure::Mired;

    proptest! {
        #[test]
        fn a_black_body_has_its_own_temperature_and_no_tint(t in 1500.0..12000.0f64) {
            let found = Chromaticity::planck(Kelvin::new(t).unwrap()).correlated();
            prop_assert!((found.mired - 1e6 / t).abs() < 0.1, "{found:?}");
            prop_assert!(found.duv.abs() < 1e-5);
        }

        #[test]
        fn a_mixture_lies_between_its_parts(a in 2500.0..8000.0f64, b in 2500.0..8000.0f64, stops in -6.0..6.0f64) {
            let [ka, kb] = [a, b].map(|t| Kelvin::new(t).unwrap());
            let mixed = Chromaticity::planck(ka).with(Chromaticity::planck(kb), Stops::of(stops)).correlated().mired;
            let (low, high) = (ka.mired().min(kb.mired()), ka.mired().max(kb.mired()));
            prop_assert!(mixed > low - 0.2 && mixed < high + 0.2);
        }
    }

    #[test]
    fn gels_add_up_and_impossible_ones_have_no_answer() {
        let gel = |m: f64| Mired::try_from(m).unwrap();
        assert_eq!(Kelvin::FLASH.through([gel(131.0), gel(-131.0)]).unwrap().told(), "5500 K");
        assert_eq!(Kelvin::FLASH.through([gel(-200.0)]), None);
        assert!(Chromaticity::daylight(Kelvin::new(3000.0).unwrap()).is_none());
    }
}
