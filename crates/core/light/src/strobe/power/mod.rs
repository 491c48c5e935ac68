//! Power scales: how a unit's dial is written, where it ends, and how fine it steps.
//!
//! Source: common practice of the trade (fractions of full, number scales, watt-seconds, stops below full); the arithmetic is closed form.

mod fractions;
mod marks;
mod numbers;
mod stops_below;
mod watt_seconds;
mod written;

use serde::{Deserialize, Serialize};

pub use marks::Tick;

use crate::{
    refusal::Refusal,
    scale::{Step, Stops},
};
use written::number;

/// How a power scale is described: what a person says of a unit.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case", deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum PowerScaleSpec {
    /// Fractions of full, `1/1` to `1/lowest`, with parts of a stop over them.
    Fractions {
        /// Denominator of the lowest fraction: a power of two, 2 to 4096.
        lowest: u32,
        /// How finely it steps.
        step: Step,
    },
    /// A number scale in tenths.
    Numbers {
        /// The number at full power.
        full: f64,
        /// The lowest number.
        lowest: f64,
        /// How many stops 1.0 on the dial is; most often 1.
        stops_per_unit: f64,
    },
    /// Watt-seconds in even steps.
    WattSeconds {
        /// Energy at full power.
        full: f64,
        /// Lowest energy.
        lowest: f64,
        /// Smallest change of the dial.
        step: f64,
    },
    /// Stops below full, `0.0` down to `−lowest`.
    StopsBelow {
        /// How many stops below full the unit goes, above 0.
        lowest: f64,
        /// How finely it steps.
        step: Step,
    },
    /// No dial: full power and nothing else, as a flash bulb.
    FullOnly,
}

/// A unit's power scale. Every setting of it is a [`Dial`]; nothing between two settings can be dialled.
///
/// # Examples
/// ```
/// use ink_lamp_light::{scale::{Step, Stops}, strobe::{PowerScale, PowerScaleSpec}};
///
/// let tenths = PowerScale::new(PowerScaleSpec::Fractions { lowest: 256, step: Step::Tenths })?;
/// let now = tenths.read("1/8")?;
/// let next = tenths.nearest(tenths.stops(now) - Stops::new(0.7)?);
/// assert_eq!(tenths.write(next.dial), "1/16 +0.3");
/// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
/// ```
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(try_from = "PowerScaleSpec", into = "PowerScaleSpec")]
pub struct PowerScale {
    spec: PowerScaleSpec,
    lowest: Dial,
}

/// One setting of a power scale: how many of its steps it lies below full.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = u32, description = "Steps below full on the unit's own scale"))]
pub struct Dial(u32);

impl Dial {
    /// Full power.
    pub const FULL: Self = Self(0);
}

/// How full power is written where there is no dial.
const FULL: &str = "full";

/// The setting nearest to a wish, and what it leaves.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Nearest {
    /// The setting.
    pub dial: Dial,
    /// Light that stays over (+) or under (−) the wish.
    pub left_over: Stops,
    /// Whether the wish lies on the scale.
    pub reach: Reach,
}

/// Where a wish lies on a power scale.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Reach {
    /// Between lowest and full.
    Within,
    /// Under the lowest setting.
    BelowLowest,
    /// Over full power.
    AboveFull,
}

impl PowerScale {
    /// What most strobes of today have: 1/1 to 1/128 in tenths (common practice, no source).
    pub const USUAL: Self = Self { spec: PowerScaleSpec::Fractions { lowest: 128, step: Step::Tenths }, lowest: Dial(70) };

    /// A checked power scale.
    ///
    /// # Errors
    /// Refuses a scale that can't be: no steps, an end that is not on a step, a lowest above full.
    pub fn new(spec: PowerScaleSpec) -> Result<Self, Refusal> {
        let lowest = match spec {
            PowerScaleSpec::Fractions { lowest, step } => fractions::steps(lowest, step)?,
            PowerScaleSpec::Numbers { full, lowest, stops_per_unit } => numbers::steps(full, lowest, stops_per_unit)?,
            PowerScaleSpec::WattSeconds { full, lowest, step } => watt_seconds::steps(full, lowest, step)?,
            PowerScaleSpec::StopsBelow { lowest, step } => stops_below::steps(lowest, step)?,
            PowerScaleSpec::FullOnly => 0,
        };
        Ok(Self { spec, lowest: Dial(lowest) })
    }

    /// Its description.
    #[must_use]
    pub const fn spec(&self) -> PowerScaleSpec {
        self.spec
    }

    /// The lowest setting.
    #[must_use]
    pub const fn lowest(&self) -> Dial {
        self.lowest
    }

    /// The setting of what has no dial: it is always at full power. None where there is anything to turn.
    #[must_use]
    pub fn only(&self) -> Option<Dial> {
        (self.lowest == Dial::FULL).then_some(Dial::FULL)
    }

    /// Every setting from full to lowest.
    pub fn dials(&self) -> impl Iterator<Item = Dial> + use<> {
        (0..=self.lowest.0).map(Dial)
    }

    /// Stops below full of a setting: 0 or negative. A setting past the lowest counts as the lowest.
    #[must_use]
    pub fn stops(&self, dial: Dial) -> Stops {
        let steps = f64::from(dial.0.min(self.lowest.0));
        Stops::of(match self.spec {
            PowerScaleSpec::Fractions { step, .. } | PowerScaleSpec::StopsBelow { step, .. } => -steps / f64::from(step.per_stop()),
            PowerScaleSpec::Numbers { stops_per_unit, .. } => -steps / 10.0 * stops_per_unit,
            PowerScaleSpec::WattSeconds { full, step, .. } => ((full - steps * step) / full).log2(),
            PowerScaleSpec::FullOnly => 0.0,
        })
    }

    /// The setting nearest to a wish in stops below full.
    ///
    /// Nearest is meant in light, so a watt-second dial rounds by stops and not by watt-seconds.
    #[must_use]
    pub fn nearest(&self, wish: Stops) -> Nearest {
        let place = match self.spec {
            PowerScaleSpec::Fractions { step, .. } | PowerScaleSpec::StopsBelow { step, .. } => -wish.get() * f64::from(step.per_stop()),
            PowerScaleSpec::Numbers { stops_per_unit, .. } => -wish.get() / stops_per_unit * 10.0,
            PowerScaleSpec::WattSeconds { full, step, .. } => full * (1.0 - wish.factor()) / step,
            PowerScaleSpec::FullOnly => 0.0,
        };
        let last = f64::from(self.lowest.0);
        #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "clamped to the scale first")]
        let (down, up) = (place.floor().clamp(0.0, last) as u32, place.ceil().clamp(0.0, last) as u32);
        let off = |steps: u32| (self.stops(Dial(steps)) - wish).abs();
        let dial = Dial(if off(up) < off(down) { up } else { down });
        let left_over = self.stops(dial) - wish;
        let reach = if wish.get() > 1e-9 {
            Reach::AboveFull
        } else if (wish - self.stops(self.lowest)).get() < -1e-9 {
            Reach::BelowLowest
        } else {
            Reach::Within
        };
        Nearest { dial, left_over, reach }
    }

    /// The next setting up, or none at full power.
    #[must_use]
    pub fn up(&self, dial: Dial) -> Option<Dial> {
        dial.0.checked_sub(1).map(Dial)
    }

    /// The next setting down, or none at the lowest.
    #[must_use]
    pub fn down(&self, dial: Dial) -> Option<Dial> {
        (dial.0 < self.lowest.0).then(|| Dial(dial.0 + 1))
    }

    /// A setting as it is written on this dial: `1/16 +0.3`, `1/16 +1/3`, `6.3`, `39 Ws`, `−3.7`.
    #[must_use]
    pub fn write(&self, dial: Dial) -> String {
        let steps = dial.0.min(self.lowest.0);
        match self.spec {
            PowerScaleSpec::Fractions { step, .. } => fractions::write(steps, step),
            PowerScaleSpec::Numbers { full, .. } => numbers::write(steps, full),
            PowerScaleSpec::WattSeconds { full, step, .. } => watt_seconds::write(steps, full, step),
            PowerScaleSpec::StopsBelow { step, .. } => stops_below::write(steps, step),
            PowerScaleSpec::FullOnly => FULL.to_owned(),
        }
    }

    /// Reads a setting as a person writes it. What is between two settings is refused, with the nearest ones named.
    ///
    /// # Errors
    /// Refuses what is not written on this dial, or lies beyond its ends.
    pub fn read(&self, text: &str) -> Result<Dial, Refusal> {
        let stops = self.stops_written(text).ok_or_else(|| {
            Refusal::new(
                "dial",
                format!(
                    "{} is not written on this dial. It reads like {}.",
                    text.trim(),
                    self.write(self.nearest(Stops::constant(-3.7)).dial)
                ),
            )
        })?;
        let nearest = self.nearest(stops);
        match nearest.reach {
            Reach::AboveFull => {
                Err(Refusal::new("dial", format!("{} is above full power. The dial ends at {}.", text.trim(), self.write(Dial::FULL))))
            }
            Reach::BelowLowest => Err(Refusal::new(
                "dial",
                format!("{} is below the lowest power. The dial ends at {}.", text.trim(), self.write(self.lowest)),
            )),
            // Thirds are often rounded when they are written down (+0.3 for +1/3): a twentieth of a stop is no other setting.
            Reach::Within if nearest.left_over.abs() <= Stops::constant(0.05) && (!self.is_even() || self.is_exact(nearest, text)) => {
                Ok(nearest.dial)
            }
            Reach::Within => {
                let other = if nearest.left_over.get() > 0.0 { self.down(nearest.dial) } else { self.up(nearest.dial) };
                let beside = other.map_or_else(String::new, |other| format!(" and {}", self.write(other)));
                let message = format!("This dial does not stop at {}. Next to it are {}{beside}.", text.trim(), self.write(nearest.dial));
                Err(Refusal::new("dial", message))
            }
        }
    }

    /// Watt-second dials step so finely in stops that only the number itself can tell a setting.
    const fn is_even(&self) -> bool {
        matches!(self.spec, PowerScaleSpec::WattSeconds { .. })
    }

    fn is_exact(&self, nearest: Nearest, text: &str) -> bool {
        let PowerScaleSpec::WattSeconds { full, step, .. } = self.spec else { return true };
        watt_seconds::read(text).is_some_and(|ws| (ws - (full - f64::from(nearest.dial.0) * step)).abs() < step * 1e-3)
    }

    fn stops_written(&self, text: &str) -> Option<Stops> {
        let text = text.trim().replace('−', "-").replace(',', ".");
        match self.spec {
            PowerScaleSpec::Fractions { .. } => fractions::read(&text),
            PowerScaleSpec::Numbers { full, stops_per_unit, .. } => Stops::new((number(&text)? - full) * stops_per_unit).ok(),
            PowerScaleSpec::WattSeconds { full, .. } => Stops::from_factor(watt_seconds::read(&text)? / full),
            PowerScaleSpec::StopsBelow { .. } => stops_below::read(&text),
            PowerScaleSpec::FullOnly => [FULL, "1/1"].contains(&text.as_str()).then_some(Stops::ZERO),
        }
    }
}

impl TryFrom<PowerScaleSpec> for PowerScale {
    type Error = Refusal;
    fn try_from(spec: PowerScaleSpec) -> Result<Self, Refusal> {
        Self::new(spec)
    }
}

impl From<PowerScale> for PowerScaleSpec {
    fn from(scale: PowerScale) -> Self {
        scale.spec
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn scale(spec: PowerScaleSpec) -> PowerScale {
        PowerScale::new(spec).unwrap()
    }

    fn fractions(lowest: u32, step: Step) -> PowerScale {
        scale(PowerScaleSpec::Fractions { lowest, step })
    }

    fn numbers() -> PowerScale {
        scale(PowerScaleSpec::Numbers { full: 10.0, lowest: 2.0, stops_per_unit: 1.0 })
    }

    fn watt_seconds() -> PowerScale {
        scale(PowerScaleSpec::WattSeconds { full: 500.0, lowest: 8.0, step: 1.0 })
    }

    fn every_kind() -> Vec<PowerScale> {
        let mut all = vec![
            numbers(),
            watt_seconds(),
            scale(PowerScaleSpec::FullOnly),
            scale(PowerScaleSpec::WattSeconds { full: 250.0, lowest: 7.5, step: 0.5 }),
        ];
        all.push(scale(PowerScaleSpec::Numbers { full: 8.0, lowest: -1.0, stops_per_unit: 0.5 }));
        for step in Step::ALL {
            all.push(fractions(256, step));
            all.push(scale(PowerScaleSpec::StopsBelow { lowest: 8.0, step }));
        }
        all
    }

    /// 0.7 over its target (exactly 0.685, lit side on 0 at 3:1): the same move on every kind of dial.
    #[test]
    fn the_same_move_on_each_dial() {
        let gap = Stops::of(-0.9 - (1.0f64 / 3.0).log2());
        for (scale, now, next) in [
            (fractions(256, Step::Tenths), "1/8", "1/16 +0.3"),
            (fractions(128, Step::Thirds), "1/8", "1/16 +1/3"),
            (numbers(), "7.0", "6.3"),
            (watt_seconds(), "62", "39 Ws"),
            (scale(PowerScaleSpec::StopsBelow { lowest: 8.0, step: Step::Tenths }), "-3", "−3.7"),
        ] {
            let now = scale.read(now).unwrap();
            let nearest = scale.nearest(scale.stops(now) - gap);
            assert_eq!(scale.write(nearest.dial), next);
            assert_eq!(nearest.reach, Reach::Within);
            assert!(nearest.left_over.abs() <= Stops::of(0.05));
        }
    }

    #[test]
    fn every_setting_of_every_scale_reads_back_exactly() {
        for scale in every_kind() {
            for dial in scale.dials() {
                assert_eq!(scale.read(&scale.write(dial)).unwrap(), dial, "{} of {:?}", scale.write(dial), scale.spec());
                let nearest = scale.nearest(scale.stops(dial));
                assert_eq!((nearest.dial, nearest.left_over.get().abs() < 1e-9, nearest.reach), (dial, true, Reach::Within));
            }
        }
    }

    #[test]
    fn what_has_no_dial_is_at_full_power() {
        let bulb = scale(PowerScaleSpec::FullOnly);
        assert_eq!((bulb.write(bulb.read("1/1").unwrap()), bulb.up(Dial::FULL), bulb.down(Dial::FULL)), ("full".to_owned(), None, None));
        let less = bulb.nearest(Stops::of(-0.7));
        assert_eq!((less.dial, less.left_over.shown().as_str(), less.reach), (Dial::FULL, "+0.7", Reach::BelowLowest));
        assert_eq!(bulb.read("1/2").unwrap_err().message, "1/2 is not written on this dial. It reads like full.");
        assert_eq!(serde_json::to_string(&bulb.spec()).unwrap(), "\"full_only\"");
    }

    #[test]
    fn the_usual_scale_is_one_that_could_be_typed() {
        assert_eq!(PowerScale::new(PowerScale::USUAL.spec()).unwrap(), PowerScale::USUAL);
    }

    #[test]
    fn beyond_the_ends_it_says_by_how_much() {
        let scale = fractions(128, Step::Tenths);
        let low = scale.nearest(Stops::of(-7.4));
        assert_eq!((low.dial, low.left_over.shown().as_str(), low.reach), (scale.lowest(), "+0.4", Reach::BelowLowest));
        let high = scale.nearest(Stops::of(1.3));
        assert_eq!((high.dial, high.left_over.shown().as_str(), high.reach), (Dial::FULL, "−1.3", Reach::AboveFull));
    }

    #[test]
    fn reads_what_people_write_and_refuses_the_rest() {
        let scale = fractions(256, Step::Tenths);
        for text in ["1/16 +0.3", "1/16+0.3", "1/16 + 0.3", "1/8 -0.7", "1/16 0.3", "1/8 −0,7"] {
            assert_eq!(scale.write(scale.read(text).unwrap()), "1/16 +0.3", "{text}");
        }
        assert_eq!(fractions(128, Step::Thirds).write(fractions(128, Step::Thirds).read("1/16 +0.3").unwrap()), "1/16 +1/3");
        for text in ["", "x", "1/3", "2/8", "1/0", "1/8 +", "1/16 +x/0", "1/512", "1/1 +0.1", "1/16 +1/0", "99999999999/1"] {
            assert!(scale.read(text).is_err(), "{text} should be refused");
        }
        assert_eq!(watt_seconds().read("62.5").unwrap_err().message, "This dial does not stop at 62.5. Next to it are 63 Ws and 62 Ws.");
        assert_eq!(numbers().read("1/8").unwrap_err().message, "1/8 is not written on this dial. It reads like 6.3.");
        assert_eq!(numbers().read("11").unwrap_err().message, "11 is above full power. The dial ends at 10.0.");
    }

    #[test]
    fn impossible_scales_are_refused_at_their_field() {
        let field = |spec| PowerScale::new(spec).unwrap_err().field;
        assert_eq!(field(PowerScaleSpec::Fractions { lowest: 100, step: Step::Tenths }), "lowest");
        assert_eq!(field(PowerScaleSpec::Numbers { full: 10.0, lowest: 10.0, stops_per_unit: 1.0 }), "lowest");
        assert_eq!(field(PowerScaleSpec::Numbers { full: 10.0, lowest: 2.0, stops_per_unit: 0.0 }), "stops_per_unit");
        assert_eq!(field(PowerScaleSpec::WattSeconds { full: f64::NAN, lowest: 1.0, step: 1.0 }), "full");
        assert_eq!(field(PowerScaleSpec::WattSeconds { full: 500.0, lowest: 7.8, step: 1.0 }), "lowest");
        assert_eq!(field(PowerScaleSpec::WattSeconds { full: 500.0, lowest: 8.0, step: 1e-9 }), "lowest");
        assert_eq!(field(PowerScaleSpec::StopsBelow { lowest: 0.0, step: Step::Full }), "lowest");
    }

    #[test]
    fn a_drawn_scale_names_its_whole_stops() {
        let labels = |scale: PowerScale| scale.ticks().into_iter().filter_map(|t| t.label).collect::<Vec<_>>().join(" ");
        assert_eq!(labels(fractions(128, Step::Tenths)), "1/1 1/2 1/4 1/8 1/16 1/32 1/64 1/128");
        assert_eq!(labels(numbers()), "10.0 9.0 8.0 7.0 6.0 5.0 4.0 3.0 2.0");
        assert_eq!(labels(watt_seconds()), "500 250 125 63 31 16 8");
        assert_eq!(fractions(128, Step::Tenths).ticks().len(), 71);
    }

    proptest! {
        #[test]
        fn the_nearest_setting_has_no_better_neighbour(wish in -10.0..1.0f64) {
            for scale in every_kind() {
                let wish = Stops::of(wish);
                let nearest = scale.nearest(wish);
                for other in [scale.up(nearest.dial), scale.down(nearest.dial)].into_iter().flatten() {
                    prop_assert!((scale.stops(other) - wish).abs() >= nearest.left_over.abs() - Stops::of(1e-9));
                }
            }
        }

        #[test]
        fn no_writing_is_too_strange(text in "\\PC{0,30}") {
            for scale in every_kind() {
                if let Ok(dial) = scale.read(&text) {
                    prop_assert!(dial <= scale.lowest());
                }
            }
        }
    }
}
