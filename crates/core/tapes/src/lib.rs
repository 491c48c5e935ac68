//! Tapes, setups and kit for the tests and benches of the core: entries as the API sends them, invented units and bodies to put into them,
//! whole tapes as functions, and random ones.
//!
//! A dev-dependency of the crates of the core, for files under `tests/` and `benches/`. What can't be read or applied ends the test.
#![allow(clippy::panic, reason = "a test that begins with what can't be is wrong")]

pub mod any;
pub mod entries;
pub mod kit;
pub mod whole;

use ink_lamp_light::refusal::Refusal;
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use serde_json::Value;

/// An entry, read as the API reads it.
///
/// # Panics
/// What is not an entry.
#[must_use]
pub fn entry(value: Value) -> Entry {
    let told = value.to_string();
    serde_json::from_value(value).unwrap_or_else(|e| panic!("{told}: {e}"))
}

/// A setup after one entry more.
///
/// # Panics
/// An entry that is refused.
#[must_use]
pub fn then(setup: &Setup, value: Value) -> Setup {
    let told = value.to_string();
    setup.apply(&entry(value)).unwrap_or_else(|r| panic!("{told}: {r}"))
}

/// A setup after these entries.
///
/// # Panics
/// An entry that is refused.
#[must_use]
pub fn after(setup: &Setup, entries: impl AsRef<[Value]>) -> Setup {
    entries.as_ref().iter().fold(setup.clone(), |setup, value| then(&setup, value.clone()))
}

/// What these entries come to, from nothing.
///
/// # Panics
/// An entry that is refused.
///
/// # Examples
/// ```
/// use ink_lamp_tapes::{entries::{camera, reads}, setup};
///
/// let read = setup([camera("8", "1/160", "100"), reads("key", "5.6 4")]);
/// assert!(read.lights[0].reading.is_some());
/// ```
#[must_use]
pub fn setup(entries: impl AsRef<[Value]>) -> Setup {
    after(&Setup::default(), entries)
}

/// Why an entry is refused.
///
/// # Panics
/// An entry that is taken.
#[must_use]
pub fn refused(setup: &Setup, value: Value) -> Refusal {
    let told = value.to_string();
    setup.apply(&entry(value)).err().unwrap_or_else(|| panic!("{told} is taken"))
}

/// An object with more fields, or others in their place.
///
/// # Panics
/// What is no object.
#[must_use]
pub fn with(mut value: Value, more: &Value) -> Value {
    match (value.as_object_mut(), more.as_object()) {
        (Some(fields), Some(more)) => fields.extend(more.clone()),
        _ => panic!("{value} and {more} must be objects"),
    }
    value
}
