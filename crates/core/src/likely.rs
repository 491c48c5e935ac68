//! What a light will likely read before it is read, and what its readings teach for the next time.
//!
//! Lamp: `W·η` lumen-seconds, or what the guide number stands for; less what modifier, grid and gels take; over the front's spread
//! (see [`crate::shape`]); `N² = H·S/C` with C = 250. A rated energy alone is good to a stop (common practice, no source). Each reading's
//! distance from this is kept for the unit in its modifier: the median corrects the next guess, so that one wild reading among several
//! does nothing; the median distance from it, times 1.4826, is the spread (closed form for a normal distribution).

use std::f64::consts::PI;

use serde::{Deserialize, Serialize};
use uuid::Uuid;

use crate::{
    scale::{FLAT_C, Stops},
    setup::{Light, LightId, Setup},
    shape::{Loss, ModifierKind},
    strobe::{USUAL_GAIN, guide},
};

/// How far off a first guess may be, stops (common practice, no source).
pub const FIRST_GUESS: Stops = Stops::constant(1.0);
/// How far off a guess may be after a single reading of that unit in that modifier (a judgement: placement is never the same).
const AFTER_ONE: Stops = Stops::constant(0.3);
/// No guess is told as nearer than a meter's tenth.
const BEST: Stops = Stops::constant(0.1);

/// What readings said of a unit in a modifier, against the model.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Calibration {
    /// Brighter (+) or darker (−) than the model.
    pub offset: Stops,
    /// From how many readings.
    pub count: u32,
    /// How much they vary.
    pub spread: Stops,
}

impl Calibration {
    /// From the offsets of readings; none for no reading.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_core::{likely::Calibration, scale::Stops};
    ///
    /// let offsets: Result<Vec<_>, _> = [0.3, 0.4, 2.8, 0.3, 0.2].map(Stops::new).into_iter().collect();
    /// assert_eq!(Calibration::of(&offsets?).unwrap().offset.shown(), "+0.3"); // the wild one does nothing
    /// # Ok::<(), ink_lamp_core::Refusal>(())
    /// ```
    #[must_use]
    pub fn of(offsets: &[Stops]) -> Option<Self> {
        let offset = median(offsets.iter().map(|o| o.get()).collect())?;
        let spread = median(offsets.iter().map(|o| (o.get() - offset).abs()).collect())? * 1.4826;
        Some(Self { offset: Stops::of(offset), count: u32::try_from(offsets.len()).unwrap_or(u32::MAX), spread: Stops::of(spread) })
    }

    /// How far off a guess with it may be.
    #[must_use]
    pub fn within(self) -> Stops {
        match self.count {
            0 => FIRST_GUESS,
            1 | 2 => Stops::of(AFTER_ONE.get().max(self.spread.get())),
            _ => Stops::of(self.spread.get().max(BEST.get())),
        }
    }
}

fn median(mut values: Vec<f64>) -> Option<f64> {
    values.sort_by(f64::total_cmp);
    let middle = values.len() / 2;
    let upper = *values.get(middle)?;
    Some(if values.len() % 2 == 1 { upper } else { f64::midpoint(values[middle - 1], upper) })
}

/// What one reading said of a unit in a modifier.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Sample {
    /// The entry of the tape that it comes from.
    pub entry: Uuid,
    /// The unit, as it stands in the kit.
    pub unit: Uuid,
    /// The modifier, as it stands in the kit.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub modifier: Option<Uuid>,
    /// Brighter (+) or darker (−) than the model.
    pub offset: Stops,
}

/// A guess: `Av` at ISO 100 of the light along its axis, and how far off it may be.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Guess {
    /// `Av` at ISO 100.
    pub av_100: f64,
    /// How far off it may be, either way.
    pub within: Stops,
}

impl Light {
    /// What the model alone says of this light: `Av` at ISO 100 on its axis. None before unit, dial, distance and modifier are known.
    #[must_use]
    pub fn model_av_100(&self) -> Option<f64> {
        let (unit, power, distance) = (self.unit.as_ref()?, self.power()?, self.distance?);
        let shape = self.rig.shape?;
        let taken = shape.loss() + self.taken();
        let full = match (shape.kind, unit.rated, unit.guide) {
            // A guide number is the bare head itself.
            (ModifierKind::Bare, _, Some(guide)) => guide.candela_seconds(FLAT_C) / distance.get().powi(2),
            (_, Some(rated), _) => guide::of_energy(rated, guide::EFFICACY, 1.0).0 * shape.lux_per_lumen(distance),
            (_, None, Some(guide)) => 4.0 * PI * guide.candela_seconds(FLAT_C) / USUAL_GAIN * shape.lux_per_lumen(distance),
            (_, None, None) => return None,
        };
        let light = full * power.factor() * (-taken).factor();
        Some((light * 100.0 / FLAT_C.get()).log2())
    }

    /// What grid and gels take, stops.
    #[must_use]
    pub fn taken(&self) -> Stops {
        let gels: f64 = self.rig.gels.iter().map(|g| g.loss.get()).sum();
        self.rig.grid.map_or(Loss::NONE, |g| g.loss).stops() + Stops::of(gels)
    }

    /// What this light will likely read on its axis: the model, corrected by what earlier readings taught.
    #[must_use]
    pub fn guess(&self) -> Option<Guess> {
        let model = self.model_av_100()?;
        let learnt = self.rig.calibration;
        Some(Guess { av_100: model + learnt.map_or(0.0, |c| c.offset.get()), within: learnt.map_or(FIRST_GUESS, Calibration::within) })
    }
}

/// What the last reading of a light teaches of its unit in its modifier; `entry` is the reading's. None where the light does not come from the
/// kit, where the model can't say anything, or where the reading is not of this light alone.
#[must_use]
pub fn sample(after: &Setup, of: &LightId, entry: Uuid) -> Option<Sample> {
    let light = after.light(of)?;
    let from = light.rig.kit?;
    let read = after.flash_av_100(light)?;
    Some(Sample {
        entry,
        unit: from.unit,
        modifier: from.modifier,
        offset: Stops::of(read - light.normal_by(after.schools.receptor) - light.model_av_100()?),
    })
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    #[test]
    fn spread_and_count_are_told() {
        let offsets: Vec<Stops> = [0.0, 0.2, 0.4].map(Stops::of).to_vec();
        let c = Calibration::of(&offsets).unwrap();
        assert_eq!((c.offset.shown().as_str(), c.count), ("+0.2", 3));
        assert!((c.spread.get() - 0.29652).abs() < 1e-9);
        assert_eq!(Calibration::of(&[]), None);
        assert_eq!(Calibration::of(&offsets[..1]).unwrap().within(), AFTER_ONE);
    }

    proptest! {
        #[test]
        fn one_wild_reading_moves_the_guess_by_no_more_than_the_others_vary(wild in -20.0..20.0f64, base in -1.0..1.0f64) {
            let offsets: Vec<Stops> = [base, base + 0.1, base - 0.1, wild].map(Stops::of).to_vec();
            prop_assert!((Calibration::of(&offsets).unwrap().offset.get() - base).abs() <= 0.1);
        }
    }
}
