//! What readings teach of a unit in a modifier.

use std::collections::HashSet;

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
    /// How much they vary from sitting to sitting.
    pub spread: Stops,
    /// How surely the offset is known: one standard deviation. Earlier versions did not say it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sd: Option<Stops>,
}

impl Calibration {
    /// From what readings taught, oldest first; none for no reading. Of one look only the last counts, which holds what those before it
    /// said. Looks are weighed by how sure each is; one that lies far off most of the others counts for little, and where they differ by more
    /// than each could be off, all are that much less sure (the Birge ratio: common practice of metrology).
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_light::scale::Stops;
    /// use ink_lamp_sitting::kit::{Calibration, Sample};
    /// use uuid::Uuid;
    ///
    /// let read = |offset| Sample { entry: Uuid::nil(), unit: Uuid::nil(), modifier: None, offset: Stops::of(offset), sd: None, look: None };
    /// let learnt = Calibration::of(&[0.3, 0.4, 2.8, 0.3, 0.2].map(read)).unwrap();
    /// assert_eq!(learnt.offset.shown(), "+0.3"); // the wild one does nothing
    /// ```
    #[must_use]
    pub fn of(samples: &[Sample]) -> Option<Self> {
        let mut told = HashSet::new();
        let lasts = samples.iter().rev().filter(|s| s.look.is_none_or(|look| told.insert(look)));
        let looks: Vec<(f64, f64)> = lasts.map(|s| (s.offset.get(), s.sd.map_or(ONE_READING, |sd| sd.get().max(LEAST)))).collect();
        let middle = median(looks.iter().map(|(offset, _)| *offset).collect())?;
        // How far off the middle each is, in its own standard deviations: beyond a few it says little.
        let weight = |(offset, sd): &(f64, f64)| {
            let far = (offset - middle) / sd / 4.0;
            1.0 / (sd * sd) / (1.0 + far * far).powi(2)
        };
        let all: f64 = looks.iter().map(weight).sum();
        let offset = looks.iter().map(|look| weight(look) * look.0).sum::<f64>() / all;
        let differ: f64 = looks.iter().map(|look| weight(look) * (look.0 - offset).powi(2)).sum();
        #[allow(clippy::cast_precision_loss, reason = "a few thousand at most")]
        let birge = if looks.len() > 1 { (differ / (looks.len() - 1) as f64 / BY_CHANCE).max(1.0) } else { 1.0 };
        let spread = median(looks.iter().map(|(o, _)| (o - middle).abs()).collect())? * 1.4826;
        Some(Self {
            offset: Stops::of(offset),
            count: u32::try_from(samples.len()).unwrap_or(u32::MAX),
            spread: Stops::of(spread),
            sd: Some(Stops::of((birge / all).sqrt())),
        })
    }

    /// How surely the offset is known, one standard deviation, stops.
    #[must_use]
    pub fn sd(self) -> f64 {
        self.sd.map_or_else(|| (ONE_READING / f64::from(self.count.max(1)).sqrt()).max(self.spread.get()), Stops::get).max(LEAST)
    }
}

/// What a single reading of a light knows of its unit in its modifier, one standard deviation, stops: the meter's 0.04, the setting's 0.06 and
/// the hand's 0.03 together, and something for how the light was turned.
const ONE_READING: f64 = 0.1;
/// Looks differ so much more than each could be off, squared, by chance alone often enough.
const BY_CHANCE: f64 = 4.0;
/// Nothing is known more surely than this, stops (a judgement).
const LEAST: f64 = 0.01;

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
    /// Brighter (+) or darker (−) than the model, by all readings of its look up to this one.
    pub offset: Stops,
    /// How surely, one standard deviation, stops. Earlier versions did not say it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sd: Option<Stops>,
    /// The look that it was read in.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub look: Option<Uuid>,
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn sample(offset: f64, sd: Option<f64>, look: Option<u128>) -> Sample {
        let look = look.map(Uuid::from_u128);
        Sample { entry: Uuid::nil(), unit: Uuid::nil(), modifier: None, offset: Stops::of(offset), sd: sd.map(Stops::of), look }
    }

    #[test]
    fn spread_count_and_sureness_are_told() {
        let three = [0.0, 0.2, 0.4].map(|o| sample(o, None, None));
        let c = Calibration::of(&three).unwrap();
        assert_eq!((c.offset.shown().as_str(), c.count), ("+0.2", 3));
        assert!((c.spread.get() - 0.29652).abs() < 1e-9);
        assert!((c.sd() - 0.1 / 3.0f64.sqrt()).abs() < 0.01, "{}", c.sd());
        // These differ by far more than each could be off: that is told.
        let apart = Calibration::of(&[-0.5, 0.0, 0.5].map(|o| sample(o, None, None))).unwrap();
        assert!(apart.sd() > 0.08, "{}", apart.sd());
        assert_eq!(Calibration::of(&[]), None);
        assert!((Calibration::of(&three[..1]).unwrap().sd() - ONE_READING).abs() < 1e-9);
    }

    #[test]
    fn looks_are_weighed_and_the_last_reading_of_a_look_holds_those_before() {
        // By hand: 0.1 ± 0.05 and 0.2 ± 0.1 are (0.1·400 + 0.2·100)/500 = 0.12 ± 1/√500 = 0.0447.
        let c = Calibration::of(&[sample(0.9, Some(0.08), Some(1)), sample(0.1, Some(0.05), Some(1)), sample(0.2, Some(0.1), Some(2))])
            .unwrap();
        assert!((c.offset.get() - 0.12).abs() < 0.005 && (c.sd() - 0.0447).abs() < 0.003, "{c:?}");
        assert_eq!(c.count, 3);
    }

    #[test]
    fn one_of_an_earlier_version_says_no_less_than_it_did() {
        let old: Calibration = serde_json::from_str(r#"{"offset": 0.3, "count": 4, "spread": 0.02}"#).unwrap();
        assert!((old.sd() - 0.05).abs() < 1e-9);
    }

    proptest! {
        #[test]
        fn one_wild_reading_moves_the_guess_by_no_more_than_the_others_vary(wild in -20.0..20.0f64, base in -1.0..1.0f64) {
            let c = Calibration::of(&[base, base + 0.1, base - 0.1, wild].map(|o| sample(o, None, None))).unwrap();
            prop_assert!((c.offset.get() - base).abs() <= 0.1);
        }
    }
}
