//! Metres or feet were chosen, on the tape.

use ink_lamp_light::measure::LengthUnit;
use ink_lamp_sitting::entry::LengthChosen;

use super::line::{TapeKind, TapeLine};
use crate::words::span::text;

pub(super) fn line(chosen: &LengthChosen) -> TapeLine {
    let unit = match chosen.unit {
        LengthUnit::Metres => "metres",
        LengthUnit::Feet => "feet",
    };
    TapeLine::new(TapeKind::Choice, None, vec![text("Distances")], format!("in {unit}"))
}
