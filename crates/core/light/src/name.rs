//! Names: 1 to 60 characters, read and checked.

use serde::{Deserialize, Deserializer};

use crate::refusal::Refusal;

/// A name of 1 to 60 characters on one line, without white space around it.
///
/// # Errors
/// Refuses empty and longer names and control characters.
pub fn checked_name(text: &str) -> Result<String, Refusal> {
    let name = text.trim();
    if name.is_empty() || name.chars().count() > 60 || name.chars().any(char::is_control) {
        return Err(Refusal::new("name", "A name has 1 to 60 characters on one line."));
    }
    Ok(name.to_owned())
}

/// Deserialises a [`checked_name`].
pub fn name<'de, D: Deserializer<'de>>(deserializer: D) -> Result<String, D::Error> {
    checked_name(&String::deserialize(deserializer)?).map_err(serde::de::Error::custom)
}

/// Deserialises an optional [`checked_name`].
pub fn optional_name<'de, D: Deserializer<'de>>(deserializer: D) -> Result<Option<String>, D::Error> {
    Option::<String>::deserialize(deserializer)?.map(|n| checked_name(&n).map_err(serde::de::Error::custom)).transpose()
}
