//! The printed markings of apertures, shutter times and ISO speeds, each with its place in the series.
//!
//! Place `i` in a series of `k` per stop stands for `N = 2^(i/2k)`, `t = 2^(−i/k)`, `S = 100·2^(i/k)`.
//! Markings: common practice of cameras and meters, in the spirit of ISO 517, ISO 516 and ISO 12232, from memory.

use serde::{Deserialize, Serialize};

use crate::refusal::Refusal;

/// How finely a dial is marked.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Series {
    /// Whole stops.
    Full,
    /// Half stops.
    Half,
    /// Third stops.
    Third,
}

impl Series {
    /// Markings per stop: 1, 2 or 3.
    #[must_use]
    pub const fn per_stop(self) -> i32 {
        match self {
            Self::Full => 1,
            Self::Half => 2,
            Self::Third => 3,
        }
    }

    const fn name(self) -> &'static str {
        match self {
            Self::Full => "full-stop",
            Self::Half => "half-stop",
            Self::Third => "third-stop",
        }
    }
}

/// One table of markings: consecutive places from `first` on, and other ways to write the same place.
struct Table {
    first: i32,
    markings: &'static [&'static str],
    also: &'static [(&'static str, i32)],
}

impl Table {
    fn find(&self, text: &str) -> Option<i32> {
        let listed = self.markings.iter().zip(self.first..).find(|(m, _)| **m == text).map(|(_, i)| i);
        listed.or_else(|| self.also.iter().find(|(m, _)| *m == text).map(|(_, i)| *i))
    }

    fn at(&self, place: i32) -> Option<&'static str> {
        usize::try_from(place - self.first).ok().and_then(|i| self.markings.get(i)).copied()
    }

    fn last(&self) -> i32 {
        self.first + i32::try_from(self.markings.len()).unwrap_or(i32::MAX) - 1
    }
}

/// The markings of one kind of setting.
pub(super) struct Markings {
    third: Table,
    half: Table,
    field: &'static str,
    /// What stands before the number when it is said: `f/`, `ISO `, or nothing.
    before: &'static str,
    example: &'static str,
}

impl Markings {
    /// Stops on the series of a marking, exact: place divided by markings per stop.
    pub(super) fn stops(&self, text: &str, series: Series) -> Result<f64, Refusal> {
        let text = plain(text);
        let place = match series {
            Series::Third => self.third.find(&text),
            Series::Half => self.half.find(&text),
            Series::Full => self.third.find(&text).filter(|i| i.rem_euclid(3) == 0).map(|i| i / 3),
        };
        place.map(|i| f64::from(i) / f64::from(series.per_stop())).ok_or_else(|| self.refuse(&text, series))
    }

    /// The marking nearest to a place in stops; `None` where the series ends more than half a step before it.
    pub(super) fn nearest(&self, stops: f64, series: Series) -> Option<(&'static str, f64)> {
        let per = f64::from(series.per_stop());
        // Half a step up is the tie's way: five tenths go to the higher number.
        let place = (stops * per + 0.5 + 1e-9).floor();
        #[allow(clippy::cast_possible_truncation, reason = "the limits of Stops keep it far inside i32")]
        let index = place as i32;
        let marking = match series {
            Series::Third => self.third.at(index),
            Series::Half => self.half.at(index),
            Series::Full => self.third.at(index * 3),
        };
        marking.map(|m| (m, place / per))
    }

    /// All third-stop markings with their place in stops, in the table's order.
    pub(super) fn thirds(&self) -> impl Iterator<Item = (&'static str, f64)> {
        self.third.markings.iter().zip(self.third.first..).map(|(m, i)| (*m, f64::from(i) / 3.0))
    }

    /// All places of half stops, whole ones included, in the table's order.
    pub(super) fn halves(&self) -> impl Iterator<Item = f64> {
        self.half.markings.iter().zip(self.half.first..).map(|(_, i)| f64::from(i) / 2.0)
    }

    /// First and last place of the third-stop table, in stops.
    pub(super) fn ends(&self) -> (f64, f64) {
        (f64::from(self.third.first) / 3.0, f64::from(self.third.last()) / 3.0)
    }

    fn refuse(&self, text: &str, series: Series) -> Refusal {
        let (before, example) = (self.before, self.example);
        let Some(number) = number(text).filter(|n| *n > 0.0 && n.is_finite()) else {
            let what = if text.is_empty() { "Nothing was given".to_owned() } else { format!("{before}{text} does not exist") };
            return Refusal::new(self.field, format!("{what}. Give a marking such as {example}."));
        };
        let mut below = None;
        let mut above = None;
        for (marking, place) in self.thirds() {
            if series == Series::Full && place.fract() != 0.0 {
                continue;
            }
            let Some(n) = self::number(marking) else { continue };
            if n < number && below.is_none_or(|(b, _)| n > b) {
                below = Some((n, marking));
            }
            if n > number && above.is_none_or(|(a, _)| n < a) {
                above = Some((n, marking));
            }
        }
        let near = match (below, above) {
            (Some((_, b)), Some((_, a))) => format!("{before}{b} or {before}{a}"),
            (Some((_, m)), None) | (None, Some((_, m))) => format!("{before}{m}"),
            (None, None) => example.to_owned(),
        };
        Refusal::new(self.field, format!("{before}{text} is no {} marking. Nearest: {near}.", series.name()))
    }
}

/// A marking as a number: `5.6`, `1/60`.
fn number(text: &str) -> Option<f64> {
    match text.split_once('/') {
        Some((a, b)) => Some(a.parse::<f64>().ok()? / b.parse::<f64>().ok()?),
        None => text.parse().ok(),
    }
}

/// The number on a marking of these tables.
pub(super) fn printed(marking: &str) -> f64 {
    number(marking).unwrap_or(f64::NAN)
}

/// White space, a decimal comma and a trailing `.0` make no other marking.
fn plain(text: &str) -> String {
    let text = text.trim().replace(',', ".").replace('−', "-");
    match text.strip_suffix(".0") {
        Some(whole) if !whole.is_empty() => whole.to_owned(),
        _ => text,
    }
}

pub(super) static APERTURES: Markings = Markings {
    field: "aperture",
    before: "f/",
    example: "f/5.6 or f/8",
    third: Table {
        first: -6,
        markings: &[
            "0.5", "0.56", "0.63", "0.7", "0.8", "0.9", "1", "1.1", "1.2", "1.4", "1.6", "1.8", "2", "2.2", "2.5", "2.8", "3.2", "3.5",
            "4", "4.5", "5", "5.6", "6.3", "7.1", "8", "9", "10", "11", "13", "14", "16", "18", "20", "22", "25", "29", "32", "36", "40",
            "45", "51", "57", "64", "72", "80", "90", "102", "114", "128",
        ],
        also: &[("0.71", -3), ("101", 40)],
    },
    half: Table {
        first: -4,
        markings: &[
            "0.5", "0.6", "0.7", "0.8", "1", "1.2", "1.4", "1.7", "2", "2.4", "2.8", "3.3", "4", "4.8", "5.6", "6.7", "8", "9.5", "11",
            "13", "16", "19", "22", "27", "32", "38", "45", "54", "64", "76", "90", "108", "128",
        ],
        also: &[("0.71", -2), ("3.4", 7), ("107", 27)],
    },
};

pub(super) static SHUTTER_TIMES: Markings = Markings {
    field: "shutter",
    before: "",
    example: "1/125 or 1/160",
    third: Table {
        first: -18,
        markings: &[
            "60", "50", "40", "30", "25", "20", "15", "13", "10", "8", "6", "5", "4", "3.2", "2.5", "2", "1.6", "1.3", "1", "0.8", "0.6",
            "1/2", "0.4", "0.3", "1/4", "1/5", "1/6", "1/8", "1/10", "1/13", "1/15", "1/20", "1/25", "1/30", "1/40", "1/50", "1/60",
            "1/80", "1/100", "1/125", "1/160", "1/200", "1/250", "1/320", "1/400", "1/500", "1/640", "1/800", "1/1000", "1/1250", "1/1600",
            "1/2000", "1/2500", "1/3200", "1/4000", "1/5000", "1/6400", "1/8000", "1/10000", "1/12800", "1/16000",
        ],
        also: &[
            ("0.5", 3),
            ("1/3", 5),
            ("1/2.5", 4),
            ("1/1.6", 2),
            ("1/1.3", 1),
            ("3", -5),
            ("6.3", -8),
            ("1/1", 0),
            ("0.25", 6),
            ("1/13000", 41),
        ],
    },
    half: Table {
        first: -12,
        markings: &[
            "60", "45", "30", "20", "15", "10", "8", "6", "4", "3", "2", "1.5", "1", "0.7", "1/2", "0.3", "1/4", "1/6", "1/8", "1/10",
            "1/15", "1/20", "1/30", "1/45", "1/60", "1/90", "1/125", "1/180", "1/250", "1/350", "1/500", "1/750", "1/1000", "1/1500",
            "1/2000", "1/3000", "1/4000", "1/6000", "1/8000", "1/12000", "1/16000",
        ],
        also: &[("0.5", 2), ("1/3", 3), ("1/1.5", 1), ("1.4", -1), ("2.8", -3), ("5.6", -5), ("11", -7), ("1/1", 0)],
    },
};

pub(super) static ISOS: Markings = Markings {
    field: "iso",
    before: "ISO ",
    example: "ISO 100 or ISO 200",
    third: Table {
        first: -15,
        markings: &[
            "3.2", "4", "5", "6", "8", "10", "12", "16", "20", "25", "32", "40", "50", "64", "80", "100", "125", "160", "200", "250",
            "320", "400", "500", "640", "800", "1000", "1250", "1600", "2000", "2500", "3200", "4000", "5000", "6400", "8000", "10000",
            "12800", "16000", "20000", "25600", "32000", "40000", "51200", "64000", "80000", "102400", "128000", "160000", "204800",
            "256000", "320000", "409600",
        ],
        also: &[("3", -15), ("25000", 24), ("50000", 27), ("100000", 30), ("200000", 33)],
    },
    half: Table {
        first: -10,
        markings: &[
            "3.2", "4.5", "6", "9", "12", "18", "25", "35", "50", "70", "100", "140", "200", "280", "400", "560", "800", "1100", "1600",
            "2200", "3200", "4500", "6400", "9000", "12800", "18000", "25600", "36000", "51200", "72000", "102400",
        ],
        also: &[("3", -10)],
    },
};

#[cfg(test)]
mod tests {
    use super::*;

    /// Every marking must lie nearer to its own exact value than to its neighbour's: a slip in a table shows here.
    #[test]
    fn each_marking_snaps_to_its_own_place() {
        for (markings, scale) in [(&APERTURES, 2.0), (&SHUTTER_TIMES, -1.0), (&ISOS, 1.0)] {
            for (series, table) in [(Series::Third, &markings.third), (Series::Half, &markings.half)] {
                let per = f64::from(series.per_stop());
                let all = table.markings.iter().zip(table.first..).map(|(m, i)| (*m, i)).chain(table.also.iter().copied());
                for (marking, place) in all {
                    let n = number(marking).expect("a marking is a number");
                    let n = if markings.field == "iso" { n / 100.0 } else { n };
                    let exact = f64::from(place) / per;
                    let error = (scale * n.log2() - exact).abs();
                    assert!(error * per < 0.5, "{} {marking} is {error} stops off in {series:?}", markings.field);
                }
            }
        }
    }

    #[test]
    fn a_full_series_is_every_third_third() {
        assert_eq!(APERTURES.stops("11", Series::Full).unwrap(), 7.0);
        assert!(APERTURES.stops("13", Series::Full).is_err());
        assert_eq!(ISOS.stops("125", Series::Third).unwrap() * 3.0, 1.0);
    }

    #[test]
    fn the_same_marking_differs_between_series() {
        // Half-stop f/13 is 13.454, third-stop f/13 is 12.699.
        assert_eq!(APERTURES.stops("13", Series::Half).unwrap(), 7.5);
        assert!((APERTURES.stops("13", Series::Third).unwrap() - 22.0 / 3.0).abs() < 1e-12);
    }

    #[test]
    fn a_wrong_marking_names_its_neighbours() {
        assert_eq!(
            SHUTTER_TIMES.stops("1/150", Series::Third).unwrap_err().message,
            "1/150 is no third-stop marking. Nearest: 1/160 or 1/125."
        );
        assert_eq!(
            ISOS.stops("-5", Series::Third).unwrap_err().message,
            "ISO -5 does not exist. Give a marking such as ISO 100 or ISO 200."
        );
        assert_eq!(APERTURES.stops("0", Series::Third).unwrap_err().message, "f/0 does not exist. Give a marking such as f/5.6 or f/8.");
    }
}
