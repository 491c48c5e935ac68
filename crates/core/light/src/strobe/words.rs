//! How a piece of kit is set, in its own words.

use serde::{Deserialize, Serialize};

/// How a piece of kit is set, in the words of its own buttons and of its sheet; 1 to 60 characters each.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields, default)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct KitWords {
    /// How its channel is set: `hold CH, turn`.
    #[serde(skip_serializing_if = "Option::is_none", deserialize_with = "crate::name::optional_name")]
    pub channel: Option<String>,
    /// How its group is set.
    #[serde(skip_serializing_if = "Option::is_none", deserialize_with = "crate::name::optional_name")]
    pub group: Option<String>,
    /// How it is put in manual.
    #[serde(skip_serializing_if = "Option::is_none", deserialize_with = "crate::name::optional_name")]
    pub mode: Option<String>,
    /// Where high-speed sync is.
    #[serde(skip_serializing_if = "Option::is_none", deserialize_with = "crate::name::optional_name")]
    pub high_speed: Option<String>,
    /// How its charge is dumped: `press Test once`.
    #[serde(skip_serializing_if = "Option::is_none", deserialize_with = "crate::name::optional_name")]
    pub dump: Option<String>,
    /// What tells that it is ready: `one long beep`.
    #[serde(skip_serializing_if = "Option::is_none", deserialize_with = "crate::name::optional_name")]
    pub ready: Option<String>,
    /// How it tells that its battery is weak.
    #[serde(skip_serializing_if = "Option::is_none", deserialize_with = "crate::name::optional_name")]
    pub supply: Option<String>,
    /// What else is to be known of it, its firmware say: 1 to 500 characters.
    #[serde(skip_serializing_if = "Option::is_none", deserialize_with = "crate::name::optional_note")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 500))]
    pub note: Option<String>,
}

impl KitWords {
    /// Whether nothing is said.
    #[must_use]
    pub fn is_empty(&self) -> bool {
        *self == Self::default()
    }
}
