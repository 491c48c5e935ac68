//! Fractions of full: `1/16 +0.3`.

use super::written::{over, part};
use crate::{
    refusal::Refusal,
    scale::{Step, Stops},
};

/// Steps from full to lowest.
pub(super) fn steps(lowest: u32, step: Step) -> Result<u32, Refusal> {
    if lowest.is_power_of_two() && (2..=4096).contains(&lowest) {
        return Ok(lowest.ilog2() * step.per_stop());
    }
    let message = format!("1/{lowest} is no lowest fraction. Give a power of two from 2 to 4096, such as 128 for 1/128.");
    Err(Refusal::new("lowest", message))
}

pub(super) fn write(steps: u32, step: Step) -> String {
    let per = step.per_stop();
    let whole = steps.div_ceil(per);
    format!("1/{}{}", 1u32 << whole.min(31), over(whole * per - steps, step))
}

pub(super) fn read(text: &str) -> Option<Stops> {
    let (fraction, over) = match text.find(['+', '-', ' ']) {
        Some(end) => text.split_at(end),
        None => (text, ""),
    };
    let (one, denominator) = fraction.split_once('/')?;
    let denominator: u32 = denominator.trim().parse().ok()?;
    if one.trim() != "1" || !denominator.is_power_of_two() {
        return None;
    }
    let over = if over.trim().is_empty() { 0.0 } else { part(over)? };
    Stops::new(over - f64::from(denominator.ilog2())).ok()
}
