//! What readings teach of a unit in a modifier.

use ink_lamp_light::scale::Stops;
use serde::{Deserialize, Serialize};
use uuid::Uuid;

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
    /// use ink_lamp_sitting::kit::Calibration;
    /// use ink_lamp_light::scale::Stops;
    ///
    /// let offsets: Result<Vec<_>, _> = [0.3, 0.4, 2.8, 0.3, 0.2].map(Stops::new).into_iter().collect();
    /// assert_eq!(Calibration::of(&offsets?).unwrap().offset.shown(), "+0.3"); // the wild one does nothing
    /// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
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

/// How far off a first guess may be, stops (common practice, no source).
pub const FIRST_GUESS: Stops = Stops::constant(1.0);
/// How far off a guess may be after a single reading of that unit in that modifier (a judgement: placement is never the same).
const AFTER_ONE: Stops = Stops::constant(0.3);
/// No guess is told as nearer than a meter's tenth.
const BEST: Stops = Stops::constant(0.1);

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
