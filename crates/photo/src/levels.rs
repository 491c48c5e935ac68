//! What light lies behind each value of a picture: as plain sRGB has it, or as its camera's tone curve does.
//!
//! All light of a picture is a share of what its brightest value shows, so that one set of steps holds whatever the curve; where mid-grey lies in that is
//! the curve's to say.

use std::sync::{Arc, LazyLock, OnceLock};

use ink_lamp_light::scale::ToneCurve;

use crate::srgb::{self, LUMINANCE, decoded};

/// What a mid-grey surface throws back of the light on it: the share of full scale at which plain sRGB shows it.
const MID_GREY: f32 = 0.18;
/// How sure a tone is while the camera's curve is taken as plain sRGB, stops: one standard deviation (common practice, no source).
const UNTAUGHT: f32 = 0.3;
/// How sure the difference of two tones is then: so much of each stop between them, since a curve bends them alike where they lie near each other (a
/// judgement).
const UNTAUGHT_BETWEEN: f32 = 0.15;
/// The first tone of a histogram, stops.
pub const FIRST: f32 = -7.0;
/// How many tenths of a stop it has.
pub const TENTHS: usize = 100;

/// Light is counted in so many steps: the least that a value of a screen differs from the next is twenty of them.
const STEPS: u32 = 65_535;

/// What light lies behind each value.
#[derive(Debug)]
pub struct Levels {
    /// Of each of 256 values, as a share of the brightest.
    of: [f32; 256],
    /// The value of each step of light.
    to: Vec<u8>,
    /// What a mid-grey is.
    mid: f32,
    curve: Option<ToneCurve>,
    /// The steps of each value of each colour, as it counts for the whole.
    steps: [[u32; 256]; 3],
    tenths: OnceLock<Vec<u8>>,
}

static PLAIN: LazyLock<Arc<Levels>> = LazyLock::new(|| Arc::new(Levels::made(None)));

impl Levels {
    /// Those of plain sRGB.
    #[must_use]
    pub fn plain() -> Arc<Self> {
        Arc::clone(&PLAIN)
    }

    /// Those of a camera; of plain sRGB where its curve is not known.
    #[must_use]
    pub fn of(curve: Option<&ToneCurve>) -> Arc<Self> {
        curve.map_or_else(Self::plain, |curve| Arc::new(Self::made(Some(curve.clone()))))
    }

    fn made(curve: Option<ToneCurve>) -> Self {
        // Halves of values: the light behind each, and where one value ends and the next begins.
        let plain: Vec<f32> = (0..511u16).map(|half| decoded(f32::from(half) / 510.0)).collect();
        let (light, mid) = match &curve {
            None => (plain, MID_GREY),
            Some(curve) => {
                let stops: Vec<f64> = plain.iter().map(|light| f64::from((light.max(1e-9) / MID_GREY).log2())).collect();
                let tones = curve.tones(&stops);
                let most = tones[510];
                // The lowest value is no light, whatever a curve says of what lies beyond its end.
                let share = |(n, tone): (usize, &f64)| if n == 0 { 0.0 } else { (tone - most).exp2() as f32 };
                (tones.iter().enumerate().map(share).collect(), (-most).exp2() as f32)
            }
        };
        let of: [f32; 256] = std::array::from_fn(|value| light[2 * value]);
        let mut value = 0u8;
        let to = (0..=srgb::LAST).map(|step| {
            let at = f32::from(step) / f32::from(srgb::LAST);
            while value < u8::MAX && light[2 * usize::from(value) + 1] <= at {
                value += 1;
            }
            value
        });
        let to = to.collect();
        let steps = std::array::from_fn(|c| std::array::from_fn(|v| (LUMINANCE[c] * of[v] * STEPS as f32).round() as u32));
        Self { of, to, mid, curve, steps, tenths: OnceLock::new() }
    }

    /// The light of each of 256 values.
    pub(crate) const fn of_values(&self) -> &[f32; 256] {
        &self.of
    }

    /// The value of each step of light, and of each light.
    pub(crate) fn to_values(&self) -> &[u8] {
        &self.to
    }

    pub(crate) fn value(&self, light: f32) -> u8 {
        self.to[usize::from(srgb::step(light))]
    }

    /// The luminance of a pixel.
    pub(crate) fn light(&self, values: [u8; 3]) -> f32 {
        (0..3).map(|c| LUMINANCE[c] * self.of[usize::from(values[c])]).sum()
    }

    /// How much light one of 256 values is, near a light.
    pub(crate) fn slope(&self, light: f32) -> f32 {
        let above = self.of.partition_point(|of| *of < light).clamp(1, 255);
        self.of[above] - self.of[above - 1]
    }

    /// A tone in stops over mid-grey; nothing of no light.
    #[must_use]
    pub fn stops(&self, light: f32) -> Option<f32> {
        (light > 0.0).then(|| (light / self.mid).log2())
    }

    /// The tone of a grey of one of 256 values; nothing of no light.
    #[must_use]
    pub fn tone(&self, value: u8) -> Option<f32> {
        self.stops(self.of[usize::from(value)])
    }

    /// From this tone on a picture clips: `log2(1 / 0.18)` in plain sRGB, 2.47.
    #[must_use]
    pub fn clip(&self) -> f32 {
        -self.mid.log2()
    }

    /// How sure a tone is for the curve's sake, stops: one standard deviation.
    pub(crate) fn sure(&self, tone: Option<f32>) -> f32 {
        match (&self.curve, tone) {
            (Some(curve), Some(tone)) => curve.sure(f64::from(tone)) as f32,
            (Some(_), None) | (None, _) => UNTAUGHT,
        }
    }

    /// How sure the difference of two tones is for the curve's sake.
    pub(crate) fn sure_between(&self, one: f32, other: f32) -> f32 {
        let untaught = UNTAUGHT_BETWEEN * (one - other).abs();
        match &self.curve {
            Some(curve) => untaught.min(curve.sure(f64::from(one)).hypot(curve.sure(f64::from(other))) as f32),
            None => untaught,
        }
    }

    /// The steps of each value of each colour.
    pub(crate) const fn steps(&self) -> &[[u32; 256]; 3] {
        &self.steps
    }

    /// In which tenth of a histogram each step lies: a logarithm a pixel would take longer than all the rest.
    pub(crate) fn tenths(&self) -> &[u8] {
        self.tenths.get_or_init(|| {
            let tenth = |step: u32| self.stops(step as f32 / STEPS as f32).map_or(0.0, |tone| ((tone - FIRST) * 10.0).floor());
            (0..=STEPS + 1).map(|step| (tenth(step).max(0.0) as u8).min(TENTHS as u8 - 1)).collect()
        })
    }
}

#[cfg(test)]
mod tests {
    use ink_lamp_light::scale::{Stops, TonePoint};

    use super::*;

    #[test]
    fn plain_levels_are_those_of_a_screen_and_there_and_back_is_the_same() {
        let plain = Levels::plain();
        for value in 0..=255u8 {
            assert_eq!(plain.of[usize::from(value)], srgb::OF_8_BITS[usize::from(value)]);
            assert_eq!(plain.value(plain.of[usize::from(value)]), value);
        }
        assert_eq!(plain.value(0.18), 118);
        assert!((plain.clip() - 2.473_931_2).abs() < 1e-6);
        assert_eq!((plain.value(-1.0), plain.value(7.0), plain.value(f32::NAN)), (0, 255, 0));
    }

    #[test]
    fn a_camera_that_bends_is_read_straight_and_shown_as_it_was() {
        // Twice as steep as a screen: a stop of light is two of its own.
        let at = |plain: f64, tone: f64| TonePoint { plain: Stops::of(plain), tone: Stops::of(tone) };
        let curve = ToneCurve::new(vec![at(-4.0, -2.0), at(0.0, 0.0), at(2.0, 1.0)], Stops::of(0.05), None).unwrap();
        let bent = Levels::of(Some(&curve));
        let tone = |value: u8| bent.stops(bent.of[usize::from(value)]).unwrap();
        assert!((tone(118)).abs() < 0.01);
        // 60 is two stops under mid-grey on a screen, 0.996 of one behind this curve.
        assert!((tone(60) + 1.0).abs() < 0.02, "{}", tone(60));
        assert!((bent.clip() - 1.237).abs() < 0.01, "{}", bent.clip());
        for value in 12..=255u8 {
            assert_eq!(bent.value(bent.of[usize::from(value)]), value);
        }
        assert_eq!(bent.of[0], 0.0);
        assert!(bent.sure(Some(0.0)) < 0.06 && bent.sure_between(0.0, -1.0) < 0.08 && bent.sure(None) == UNTAUGHT);
    }
}
