//! A strobe as its maker tells it: scale, energy, duration, recycle, lamp.

use std::f64::consts::PI;

use serde::{Deserialize, Serialize};

use super::{
    guide::{self, GuideNumber},
    power::PowerScale,
    words::KitWords,
};
use crate::{
    measure::{Kelvin, Millimetres, Seconds, Volts, WattHours, WattSeconds, Watts},
    refusal::Refusal,
    scale::{FLAT_C, Stops},
    shutter::{Bulb, T01_OVER_T05},
};

/// How long a flash burns at a power.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(try_from = "UncheckedDuration")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FlashDuration {
    /// The power, stops below full: 0 or negative.
    pub power: Stops,
    /// Time above half of the peak.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub t05: Option<Seconds>,
    /// Time above a tenth of the peak: never shorter than above half of it.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub t01: Option<Seconds>,
}

/// A flash duration as it comes from outside.
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct UncheckedDuration {
    power: Stops,
    t05: Option<Seconds>,
    t01: Option<Seconds>,
}

impl TryFrom<UncheckedDuration> for FlashDuration {
    type Error = Refusal;
    fn try_from(UncheckedDuration { power, t05, t01 }: UncheckedDuration) -> Result<Self, Refusal> {
        match (t05, t01) {
            (Some(half), Some(tenth)) if tenth < half => Err(Refusal::new(
                "t01",
                format!(
                    "t0.1 of {} s is shorter than t0.5 of {} s. A pulse is above a tenth of its peak for longer than above half of it; \
                     were they taken for each other?",
                    tenth.get(),
                    half.get()
                ),
            )),
            _ => Ok(Self { power, t05, t01 }),
        }
    }
}

/// How a unit makes less light.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Pulse {
    /// The pulse is cut short: faster at low power.
    CutShort,
    /// The capacitors are charged less: slower at low power, and what is stored must be dumped after turning down.
    Voltage,
}

/// What a unit runs on.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case", deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Supply {
    /// The mains.
    Mains {
        /// Its voltage.
        volts: Volts,
    },
    /// A battery.
    Battery {
        /// Its voltage, where it is known.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        volts: Option<Volts>,
        /// Its energy.
        watt_hours: WattHours,
    },
}

/// The range of a head that zooms, millimetres of focal length that it covers.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Zoom {
    /// Widest.
    pub wide: Millimetres,
    /// Longest.
    pub long: Millimetres,
}

/// A cell that fires the unit by another unit's light.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SlaveCell {
    /// How many pre-flashes it lets pass before it fires.
    pub pre_flashes: u8,
}

/// A flash unit as the photographer knows it: its name and how its power is set, and what else its sheet says.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Unit {
    /// What it is called on set, 1 to 60 characters.
    #[serde(deserialize_with = "crate::name::name")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 60))]
    pub name: String,
    /// Energy at full power, where it is known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub rated: Option<WattSeconds>,
    /// Guide number at full power, where it is known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub guide: Option<GuideNumber>,
    /// How its dial is written.
    #[cfg_attr(feature = "schema", schema(value_type = super::PowerScaleSpec))]
    pub scale: PowerScale,
    /// Flash durations by power, at most 64.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "crate::list::up_to::<_, _, 64>")]
    #[cfg_attr(feature = "schema", schema(max_items = 64))]
    pub durations: Vec<FlashDuration>,
    /// How it makes less light.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pulse: Option<Pulse>,
    /// Recycle time at full power.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub recycle: Option<Seconds>,
    /// What it runs on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub supply: Option<Supply>,
    /// Its modelling lamp.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lamp: Option<Watts>,
    /// Whether it can pulse through a travelling curtain.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub high_speed: bool,
    /// The range of its zoom head.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub zoom: Option<Zoom>,
    /// How many groups it can be put in, from A.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub groups: Option<u8>,
    /// How many channels it knows.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub channels: Option<u8>,
    /// Its slave cell.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub slave: Option<SlaveCell>,
    /// The colour of its light; 5500 K is taken where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kelvin: Option<Kelvin>,
    /// A flash bulb: one burn at one power, cut by a short shutter. Its guide number is that of the whole burn.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub bulb: Option<Bulb>,
    /// How it is set, in its own words.
    #[serde(default, skip_serializing_if = "KitWords::is_empty")]
    pub words: KitWords,
}

/// A flash duration at a power.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct DurationAt {
    /// t0.1.
    pub time: Seconds,
    /// Whether it was worked out of t0.5 as if the pulse decayed evenly; a pulse that is cut short is shorter.
    pub from_t05: bool,
}

impl Unit {
    /// A strobe that any can stand for, until it is said which it is: its energy is not known, its dial is the usual one.
    #[must_use]
    pub fn any() -> Self {
        Self::new("a strobe".to_owned(), None, PowerScale::USUAL)
    }

    /// A unit of which no more is known than its name and how its dial is written.
    #[must_use]
    pub const fn new(name: String, rated: Option<WattSeconds>, scale: PowerScale) -> Self {
        Self {
            name,
            rated,
            guide: None,
            scale,
            durations: Vec::new(),
            pulse: None,
            recycle: None,
            supply: None,
            lamp: None,
            high_speed: false,
            zoom: None,
            groups: None,
            channels: None,
            slave: None,
            kelvin: None,
            bulb: None,
            words: KitWords { channel: None, group: None, mode: None, high_speed: None, dump: None, ready: None, supply: None, note: None },
        }
    }

    /// Energy at a power, where the rated one is known, watt-seconds.
    #[must_use]
    pub fn energy_at(&self, power: Stops) -> Option<f64> {
        Some(self.rated?.get() * power.factor())
    }

    /// What leaves its lamp at full power, lumen-seconds: of its rated energy, else what its guide number stands for as a bare head. None before
    /// either is known.
    #[must_use]
    pub fn lumen_seconds(&self) -> Option<f64> {
        match (self.rated, self.guide) {
            (Some(rated), _) => Some(guide::of_energy(rated, guide::EFFICACY, 1.0).0),
            (None, Some(guide)) => Some(4.0 * PI * guide.candela_seconds(FLAT_C) / USUAL_GAIN),
            (None, None) => None,
        }
    }

    /// t0.1 at a power, by its own table: between two entries in a straight line of both in stops, beyond its ends as at its ends. Where
    /// only t0.5 is known, 3.32 times that. None without a table.
    #[must_use]
    pub fn t01_at(&self, power: Stops) -> Option<DurationAt> {
        let mut known: Vec<(f64, f64, bool)> = self
            .durations
            .iter()
            .filter_map(|d| {
                let t01 = d.t01.map(|t| (t.get(), false)).or_else(|| d.t05.map(|t| (t.get() * T01_OVER_T05, true)))?;
                Some((d.power.get(), t01.0, t01.1))
            })
            .collect();
        known.sort_by(|a, b| a.0.total_cmp(&b.0));
        let (first, last) = (known.first()?, known.last()?);
        let at = power.get();
        let (time, from_t05) = if at <= first.0 {
            (first.1, first.2)
        } else if at >= last.0 {
            (last.1, last.2)
        } else {
            let pair = known.windows(2).find(|pair| at <= pair[1].0)?;
            let way = (at - pair[0].0) / (pair[1].0 - pair[0].0);
            (pair[0].1 * (pair[1].1 / pair[0].1).powf(way), pair[0].2 || pair[1].2)
        };
        Seconds::new(time).ok().map(|time| DurationAt { time, from_t05 })
    }

    /// By how many stops the rated energy and the guide number disagree, seen through what is usual; more than 2 is a slip, most often
    /// feet taken for metres (3.4 stops). None where only one of them is known.
    #[must_use]
    pub fn guide_against_energy(&self) -> Option<Stops> {
        let light = guide::candela_seconds(self.guide?.metres_at_100(), 100.0, FLAT_C);
        let (_, usual) = guide::of_energy(self.rated?, guide::EFFICACY, USUAL_GAIN);
        Stops::from_factor(light / usual)
    }
}

/// On-axis gain over an even sphere of a bare head with its own reflector (common practice, no source).
pub const USUAL_GAIN: f64 = 8.0;
