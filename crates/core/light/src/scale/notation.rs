//! The meter's notation: a whole-stop f-number and tenths of a stop.

use std::fmt;

use serde::{Deserialize, Serialize};

use super::{
    fnumber::{FNumber, WHOLE, fnumber, mark_of_whole, whole_and_tenths},
    series::{APERTURES, Series},
};
use crate::refusal::Refusal;

/// What a meter shows: a whole-stop f-number with tenths, or a third-stop f-number as it stands.
///
/// `5.6` with a small `8` is f/5.6 and eight tenths of a stop: `Av = 5.8`. Whole stops run from f/0.5 to f/128.
///
/// # Examples
/// ```
/// use ink_lamp_light::scale::MeterDisplay;
///
/// for typed in ["5.6 8", "5.6.8", "568", "5,6 8", "ƒ5.6⁸"] {
///     assert_eq!(MeterDisplay::parse(typed)?.av(), 5.8);
/// }
/// assert_eq!(MeterDisplay::parse("6.3 2").unwrap_err().message, "6.3 is a third stop, and only whole stops take tenths. Did you mean 5.6 5?");
/// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
/// ```
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(try_from = "String", into = "String")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(description = "What a meter shows, as it is typed: a whole-stop f-number with tenths (`5.6 8`), or a third-stop f-number.", value_type = String, example = "5.6 8"))]
pub struct MeterDisplay(Shown);

#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Shown {
    /// Tenths of a stop over f/1.
    Tenths(i32),
    /// Thirds of a stop over f/1, no whole stop.
    Thirds(i32),
}

const EXAMPLE: &str = "Type what the meter shows, such as 5.6 8 or 11.";

impl MeterDisplay {
    /// The nearest tenth to an `Av`: `q = ⌊10·Av + 0.5⌋`, whole stop `q div 10`, tenths `q mod 10` (floored, so below f/1 too).
    ///
    /// # Errors
    /// Refuses what lies outside f/0.5 to f/128 and nine tenths.
    #[allow(clippy::cast_possible_truncation, reason = "the range is checked first")]
    pub fn from_av(av: f64) -> Result<Self, Refusal> {
        // A hair more, so that 5.1 − 6.0 + 6.0 is the tenth it stands for.
        let q = (10.0 * av + 0.5 + 1e-9).floor();
        if (-20.0..=149.0).contains(&q) {
            Ok(Self(Shown::Tenths(q as i32)))
        } else {
            Err(Refusal::new("reading", format!("An Av of {av:.1} lies outside what meters show, f/0.5 to f/128.")))
        }
    }

    /// Reads what a person typed off the meter.
    ///
    /// Taken are `5.6 8`, `5.6.8`, `5,6 8`, `568`, a whole stop alone (`8`), a whole stop less tenths (`11 −2`), and third-stop
    /// f-numbers without tenths (`6.3`). A text that is a marking as it stands is that marking.
    ///
    /// # Errors
    /// Refuses what is ambiguous (`28`), impossible (`7.3 4`, `0`) or no reading at all, and says what would be right.
    pub fn parse(typed: &str) -> Result<Self, Refusal> {
        let text = normalised(typed);
        if text.is_empty() {
            return Err(refuse(EXAMPLE));
        }
        let words: Vec<&str> = text.split_whitespace().collect();
        match *words.as_slice() {
            [one] => match one.rmatch_indices('.').next() {
                Some((dot, _)) if one[..dot].contains('.') => with_tenths(&one[..dot], &one[dot + 1..], typed),
                _ => alone(one, typed),
            },
            [number, tenths] => with_tenths(number, tenths, typed),
            _ => Err(refuse(format!("{} is too much for one reading. {EXAMPLE}", typed.trim()))),
        }
    }

    /// `Av` in stops over f/1.
    #[must_use]
    pub fn av(self) -> f64 {
        match self.0 {
            Shown::Tenths(q) => f64::from(q) / 10.0,
            Shown::Thirds(k) => f64::from(k) / 3.0,
        }
    }

    /// The whole stop's marking and the tenths over it, as a meter that shows tenths would print it.
    #[must_use]
    pub fn whole_and_tenths(self) -> (String, u8) {
        whole_and_tenths(self.av())
    }

    /// The nearest marking on a third-stop dial and how far the dial then lies over the reading, in stops.
    /// Five tenths lie between two thirds; the higher f-number is taken.
    #[must_use]
    pub fn nearest_third(self) -> (String, f64) {
        APERTURES.nearest(self.av(), Series::Third).map_or_else(|| (String::new(), 0.0), |(m, av)| (m.to_owned(), av - self.av()))
    }

    /// For a screen.
    #[must_use]
    pub fn fnumber(self) -> FNumber {
        fnumber(self.av())
    }

    /// In words: `f/5.6 and 8 tenths`, `f/8`; a third stop says its tenths too.
    #[must_use]
    pub fn words(self) -> String {
        match self.0 {
            Shown::Tenths(_) => self.fnumber().words,
            Shown::Thirds(_) => format!("f/{self}, that is {}", self.fnumber().words),
        }
    }
}

/// What was typed, with commas, signs, superscripts and a leading f put into one form.
fn normalised(typed: &str) -> String {
    const SUPERSCRIPTS: [char; 10] = ['⁰', '¹', '²', '³', '⁴', '⁵', '⁶', '⁷', '⁸', '⁹'];
    let mut text = String::with_capacity(typed.len() + 1);
    for c in typed.trim().chars().take(40) {
        match c {
            ',' => text.push('.'),
            '−' | '–' => text.push('-'),
            c => match SUPERSCRIPTS.iter().position(|s| *s == c) {
                Some(digit) => {
                    text.push(' ');
                    text.push_str(&digit.to_string());
                }
                None => text.push(c),
            },
        }
    }
    for f in ["f/", "F/", "ƒ/", "ƒ", "f", "F"] {
        if let Some(rest) = text.strip_prefix(f) {
            return rest.trim_start().to_owned();
        }
    }
    text
}

fn refuse(message: impl Into<String>) -> Refusal {
    Refusal::new("reading", message)
}

/// A whole stop's marking as `Av`.
fn whole(marking: &str) -> Option<i32> {
    let marking = marking.strip_suffix(".0").unwrap_or(marking);
    WHOLE.into_iter().find(|av| mark_of_whole(*av) == marking)
}

/// A number on its own: a marking as it stands, or digits run together (`568`).
fn alone(text: &str, typed: &str) -> Result<MeterDisplay, Refusal> {
    if let Some(av) = whole(text) {
        return Ok(MeterDisplay(Shown::Tenths(av * 10)));
    }
    if let Ok(third) = APERTURES.stops(text, Series::Third) {
        #[allow(clippy::cast_possible_truncation, reason = "a place in a table of fifty")]
        return Ok(MeterDisplay(Shown::Thirds((third * 3.0).round() as i32)));
    }
    if !text.is_empty() && text.bytes().all(|b| b.is_ascii_digit()) {
        return run_together(text);
    }
    let Some(number) = positive(text) else {
        return Err(refuse(format!("{} is no reading. {EXAMPLE}", typed.trim())));
    };
    // 8.3 could be f/8 and three tenths or an f-number between the markings: a slip of a third of a stop either way.
    if let Some((stop, tenth)) = text.split_once('.').filter(|(s, t)| whole(s).is_some() && t.len() == 1) {
        return Err(refuse(format!("{text} is no marking. For f/{stop} and {tenth} tenths type {stop} {tenth}.")));
    }
    Err(refuse(format!("{text} is no marking. {}", did_you_mean(2.0 * number.log2()))))
}

/// Digits without a separator: the marking's digits, then perhaps one tenth.
fn run_together(text: &str) -> Result<MeterDisplay, Refusal> {
    let mut found = Vec::new();
    for av in WHOLE {
        let digits = mark_of_whole(av).replace('.', "");
        match text.strip_prefix(&digits) {
            Some("") => found.push(MeterDisplay(Shown::Tenths(av * 10))),
            Some(rest) if rest.len() == 1 => {
                let tenth = i32::from(rest.as_bytes()[0] - b'0');
                found.push(MeterDisplay(Shown::Tenths(av * 10 + tenth)));
            }
            _ => {}
        }
    }
    match found.as_slice() {
        [one] => Ok(*one),
        [] => match positive(text) {
            Some(n) if n <= 128.0 => Err(refuse(format!("{text} is no marking. {}", did_you_mean(2.0 * n.log2())))),
            Some(_) => Err(refuse(format!("{text} is no reading. {EXAMPLE}"))),
            None => Err(refuse(format!("f/{text} does not exist. {EXAMPLE}"))),
        },
        many => {
            let ways: Vec<String> = many.iter().map(ToString::to_string).collect();
            Err(refuse(format!("{text} could be {}. Type it with a point or a space.", ways.join(" or "))))
        }
    }
}

/// A whole stop and its tenths, typed apart.
fn with_tenths(number: &str, tenths: &str, typed: &str) -> Result<MeterDisplay, Refusal> {
    let (sign, digits) = tenths.strip_prefix('-').map_or((1, tenths.strip_prefix('+').unwrap_or(tenths)), |d| (-1, d));
    let tenth: i32 = match digits.parse::<u32>() {
        Ok(t) if digits.bytes().all(|b| b.is_ascii_digit()) => i32::try_from(t).unwrap_or(i32::MAX),
        _ => return Err(refuse(format!("{} is no reading: tenths are one digit, 0 to 9. {EXAMPLE}", typed.trim()))),
    };
    let Some(n) = positive(number) else {
        return Err(refuse(if number.parse::<f64>().is_ok() {
            format!("f/{number} does not exist. {EXAMPLE}")
        } else {
            format!("{} is no reading. {EXAMPLE}", typed.trim())
        }));
    };
    let Some(stop) = whole(number) else {
        let kind = match APERTURES.stops(number, Series::Third) {
            Ok(_) => "a third stop, and only whole stops take tenths",
            Err(_) => "no whole stop, and only whole stops take tenths",
        };
        let literal = APERTURES.stops(number, Series::Third).unwrap_or_else(|_| 2.0 * n.log2());
        let meant = literal + f64::from(sign * tenth.min(9)) / 10.0;
        return Err(refuse(format!("{number} is {kind}. {}", did_you_mean(meant))));
    };
    if tenth > 9 {
        return Err(refuse(format!("Tenths go from 0 to 9. {}", did_you_mean(f64::from(stop) + f64::from(sign * tenth.min(99)) / 10.0))));
    }
    MeterDisplay::from_av(f64::from(stop * 10 + sign * tenth) / 10.0)
}

fn positive(text: &str) -> Option<f64> {
    text.parse::<f64>().ok().filter(|n| n.is_finite() && *n > 0.0)
}

fn did_you_mean(av: f64) -> String {
    MeterDisplay::from_av(av).map_or_else(|_| "Meters show f/0.5 to f/128.".to_owned(), |d| format!("Did you mean {d}?"))
}

impl fmt::Display for MeterDisplay {
    /// As typed in full: `5.6 8`, `8 0`, or a third stop, `6.3`.
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self.0 {
            Shown::Tenths(_) => {
                let (number, tenths) = self.whole_and_tenths();
                write!(f, "{number} {tenths}")
            }
            Shown::Thirds(_) => f.write_str(APERTURES.nearest(self.av(), Series::Third).map_or("", |(m, _)| m)),
        }
    }
}

impl TryFrom<String> for MeterDisplay {
    type Error = Refusal;
    fn try_from(text: String) -> Result<Self, Refusal> {
        Self::parse(&text)
    }
}

impl From<MeterDisplay> for String {
    fn from(display: MeterDisplay) -> String {
        display.to_string()
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;
    use crate::scale::{aperture::Aperture, fnumber::fnumber};

    fn av(typed: &str) -> f64 {
        MeterDisplay::parse(typed).unwrap().av()
    }

    fn wrong(typed: &str) -> String {
        MeterDisplay::parse(typed).unwrap_err().message
    }

    #[test]
    fn takes_every_way_of_typing() {
        for typed in ["5.6 8", "5.6.8", "568", "5,6 8", "5,6,8", "f/5.6 8", "ƒ5.6⁸", " 5.6  8 ", "5.6 +8"] {
            assert_eq!(av(typed), 5.8, "{typed}");
        }
        assert_eq!(av("8"), 6.0);
        assert_eq!(av("8 0"), 6.0);
        assert_eq!(av("11 2"), 7.2);
        assert_eq!(av("11 −2"), 6.8);
        assert_eq!(av("112"), 7.2);
        assert_eq!(av("56"), 5.0);
        assert_eq!(av("1.4 3"), 1.3);
        assert_eq!(av("0.7 3"), -0.7);
        assert_eq!(av("6.3"), 16.0 / 3.0);
        assert_eq!(av("13"), 22.0 / 3.0);
        assert_eq!(av("22"), 9.0);
    }

    #[test]
    fn refuses_what_is_ambiguous() {
        assert_eq!(wrong("28"), "28 could be 2 8 or 2.8 0. Type it with a point or a space.");
        assert_eq!(wrong("8.3"), "8.3 is no marking. For f/8 and 3 tenths type 8 3.");
    }

    #[test]
    fn refuses_what_is_impossible_and_says_what_would_be_right() {
        assert_eq!(wrong("7.3 4"), "7.3 is no whole stop, and only whole stops take tenths. Did you mean 8 1?");
        assert_eq!(wrong("6.3 2"), "6.3 is a third stop, and only whole stops take tenths. Did you mean 5.6 5?");
        assert_eq!(wrong("5.6 12"), "Tenths go from 0 to 9. Did you mean 8 2?");
        assert_eq!(wrong("7.3"), "7.3 is no marking. Did you mean 5.6 7?");
        assert_eq!(wrong("abc"), "abc is no reading. Type what the meter shows, such as 5.6 8 or 11.");
        assert_eq!(wrong("f/0"), "f/0 does not exist. Type what the meter shows, such as 5.6 8 or 11.");
        assert_eq!(wrong(""), EXAMPLE);
        for typed in ["-5", "5.6 x", "1e309", "NaN", "5.6 8 1", "99999", "1e3", "..", "5..6", "0 3", "inf", "0.5 -3", "⁸⁸⁸"] {
            assert!(MeterDisplay::parse(typed).is_err(), "{typed} should not be a reading");
        }
    }

    #[test]
    fn a_third_stop_says_its_tenths() {
        assert_eq!(MeterDisplay::parse("6.3").unwrap().words(), "f/6.3, that is f/5.6 and 3 tenths");
        assert_eq!(MeterDisplay::parse("5.6 1").unwrap().words(), "f/5.6 and 1 tenth");
    }

    #[test]
    fn far_levels_are_written_and_never_panic() {
        assert_eq!(fnumber(-6.0).number, "0.12");
        assert_eq!(fnumber(f64::NAN).number, "1");
    }

    proptest! {
        #[test]
        fn what_is_printed_reads_back(q in -20i32..=149) {
            let display = MeterDisplay::from_av(f64::from(q) / 10.0).unwrap();
            prop_assert_eq!(MeterDisplay::parse(&display.to_string()).unwrap(), display);
            let shown = display.fnumber();
            prop_assert_eq!(MeterDisplay::parse(&format!("f/{} {}", shown.number, shown.tenths.unwrap())).unwrap(), display);
        }

        #[test]
        fn third_stops_read_back(third in proptest::sample::select(Aperture::thirds().collect::<Vec<_>>())) {
            let display = MeterDisplay::parse(third).unwrap();
            prop_assert_eq!(display.av(), Aperture::parse(third).unwrap().av());
            prop_assert_eq!(MeterDisplay::parse(&display.to_string()).unwrap(), display);
        }

        #[test]
        fn no_text_is_too_strange(text in "\\PC{0,60}") {
            if let Ok(display) = MeterDisplay::parse(&text) {
                prop_assert!(display.av().is_finite());
            }
        }
    }
}
