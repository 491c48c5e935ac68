//! Stops below full: `−3.7`, `−3 2/3`.

use super::written::{number, part, trimmed, whole_steps};
use crate::{
    refusal::Refusal,
    scale::{Step, Stops},
};

/// Steps from full to lowest.
pub(super) fn steps(lowest: f64, step: Step) -> Result<u32, Refusal> {
    if !(lowest > 0.0 && lowest <= 16.0) {
        let message = format!("{lowest} stops below full are no lowest power. Give a number above 0 and up to 16.");
        return Err(Refusal::new("lowest", message));
    }
    whole_steps(lowest, 1.0 / f64::from(step.per_stop())).ok_or_else(|| {
        let message = format!("{lowest} does not lie on the dial's steps. Give a number that does, such as {:.0}.", lowest.ceil());
        Refusal::new("lowest", message)
    })
}

pub(super) fn write(steps: u32, step: Step) -> String {
    match (steps, step) {
        (0, _) => "0".to_owned(),
        (n, Step::Thirds) if n % 3 != 0 => {
            let (stops, thirds) = (n / 3, n % 3);
            if stops == 0 { format!("−{thirds}/3") } else { format!("−{stops} {thirds}/3") }
        }
        (n, Step::Thirds) => format!("−{}", n / 3),
        (n, step) => format!("−{}", trimmed(f64::from(n) / f64::from(step.per_stop()))),
    }
}

pub(super) fn read(text: &str) -> Option<Stops> {
    let below = text.strip_prefix('-').unwrap_or(text).trim();
    let stops = match below.split_once(' ') {
        Some((stops, thirds)) => number(stops)? + part(thirds)?,
        None => part(below)?,
    };
    Stops::new(-stops).ok()
}
