//! A number scale in tenths: `6.3`.

use super::written::whole_steps;
use crate::refusal::Refusal;

/// Steps from full to lowest.
pub(super) fn steps(full: f64, lowest: f64, stops_per_unit: f64) -> Result<u32, Refusal> {
    if !(stops_per_unit > 0.0 && stops_per_unit <= 10.0) {
        let message = format!("{stops_per_unit} stops per 1.0 are not possible. Give a number above 0, most often 1.");
        return Err(Refusal::new("stops_per_unit", message));
    }
    if !(full.is_finite() && full.abs() <= 1000.0) {
        let message = format!("{full} is no number for full power. Give the highest number on the dial, such as 10.0.");
        return Err(Refusal::new("full", message));
    }
    whole_steps(full - lowest, 0.1).filter(|steps| f64::from(*steps) * 0.1 * stops_per_unit <= 30.0).ok_or_else(|| {
        let message = format!("{lowest} is no lowest number under {full}. Give a number below it in tenths, such as {:.1}.", full - 8.0);
        Refusal::new("lowest", message)
    })
}

pub(super) fn write(steps: u32, full: f64) -> String {
    format!("{:.1}", full - f64::from(steps) / 10.0).replace('-', "−")
}
