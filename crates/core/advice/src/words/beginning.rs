//! A sitting before it is begun, in words.

/// Whether the kit can do what is wished, as far as it is known.
pub(crate) fn kit(ends: bool, told: usize, lights: usize) -> String {
    match (ends, told) {
        (true, _) => "not all of it".to_owned(),
        (false, 0) => "told after the first readings".to_owned(),
        (false, told) if told < lights => format!("can do it, as far as {told} of {lights} lights tell"),
        (false, _) => "can do it".to_owned(),
    }
}
