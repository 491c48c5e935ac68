//! Watt-seconds in even steps: `39 Ws`.

use super::written::{number, trimmed, whole_steps};
use crate::refusal::Refusal;

/// Steps from full to lowest.
pub(super) fn steps(full: f64, lowest: f64, step: f64) -> Result<u32, Refusal> {
    if !(full > 0.0 && full <= 10_000.0) {
        return Err(Refusal::new("full", format!("{full} Ws is no full power. Give a number above 0 and up to 10000.")));
    }
    if !(step > 0.0 && step < full) {
        return Err(Refusal::new("step", format!("A step of {step} Ws is not possible. Give a number above 0 and below {full}.")));
    }
    if !(lowest > 0.0 && lowest < full) {
        return Err(Refusal::new("lowest", format!("{lowest} Ws is no lowest power. Give a number above 0 and below {full}.")));
    }
    whole_steps(full - lowest, step).ok_or_else(|| {
        let message =
            format!("From {full} Ws in steps of {step} the dial does not stop at {lowest}. Give a lowest power that lies on a step.");
        Refusal::new("lowest", message)
    })
}

pub(super) fn write(steps: u32, full: f64, step: f64) -> String {
    format!("{} Ws", trimmed(full - f64::from(steps) * step))
}

pub(super) fn read(text: &str) -> Option<f64> {
    number(text.trim().trim_end_matches("Ws").trim_end())
}
