//! All drills, in the order of the work.

use std::sync::LazyLock;

use crate::drill::Drill;

static DRILLS: LazyLock<Vec<Drill>> = LazyLock::new(|| read(include_str!("../data/drills.json")).unwrap_or_default());

/// Reads drills.
///
/// # Errors
/// What can't be read.
pub fn read(text: &str) -> Result<Vec<Drill>, serde_json::Error> {
    serde_json::from_str(text)
}

/// All drills, in the order of the work.
#[must_use]
pub fn drills() -> &'static [Drill] {
    &DRILLS
}

/// A drill by its name.
#[must_use]
pub fn drill(name: &str) -> Option<&'static Drill> {
    DRILLS.iter().find(|drill| drill.name == name)
}
