//! A sitting before it is begun, in words.

use std::time::Duration;

use ink_lamp_light::scale::Stops;

/// Whether the kit can do what is wished, as far as it is known.
pub(crate) fn kit(ends: bool, told: usize, lights: usize) -> String {
    match (ends, told) {
        (true, _) => "not all of it".to_owned(),
        (false, 0) => "told after the first readings".to_owned(),
        (false, told) if told < lights => format!("can do it, as far as {told} of {lights} lights tell"),
        (false, _) => "can do it".to_owned(),
    }
}

/// How long so many readings take, in words: `4 min`, `12 min at your pace`.
pub(crate) fn time(readings: usize, pace: Duration, yours: bool) -> String {
    #[allow(clippy::cast_precision_loss, reason = "few readings")]
    let minutes = (readings as f64 * pace.as_secs_f64() / 60.0).ceil().max(1.0);
    format!("{minutes} min{}", if yours { " at your pace" } else { "" })
}

/// How much a unit has left: `Rim, 1.3 up`.
pub(crate) fn tightest(name: &str, up: Stops) -> String {
    format!("{name}, {} up", up.number())
}
