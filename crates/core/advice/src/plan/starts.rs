//! Arrangements to begin from, as they are shown.

use ink_lamp_light::measure::LengthUnit;
use ink_lamp_sitting::entry::Entry;
use serde::Serialize;

use crate::{starts::Start, words::plan::starts as words};

/// An arrangement to begin from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Arrangement {
    /// `Loop`.
    pub name: String,
    /// What it is good for.
    pub use_for: String,
    /// Where each light goes, and what the room changed: a line each.
    pub words: Vec<String>,
    /// What puts it there.
    pub entries: Vec<Entry>,
}

pub(super) fn shown(start: Start, length: LengthUnit) -> Arrangement {
    let words = words::all(&start.lights, length);
    Arrangement { name: start.name.to_owned(), use_for: start.use_for.to_owned(), words, entries: start.entries }
}
