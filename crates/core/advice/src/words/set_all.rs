//! All dials that are to be turned, at once, as it is said.

use ink_lamp_sitting::{entry::DialTurned, setup::Setup};

use crate::words::{span::capitalised, terms};

/// `Key 1/16 +0.3, fill 1/32`.
pub(crate) fn dials(setup: &Setup, dials: &[DialTurned]) -> String {
    let each: Vec<String> = dials.iter().map(|d| format!("{} {}", terms::light(setup, &d.light).to_lowercase(), d.dial)).collect();
    capitalised(&each.join(", "))
}

/// The word on the button.
pub(crate) fn press(dials: usize) -> String {
    format!("Set all {dials}")
}
