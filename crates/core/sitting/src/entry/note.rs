//! A note was taken.

use serde::{Deserialize, Serialize};

/// A note was taken.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NoteTaken {
    /// 1 to 60 characters.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    pub text: String,
}
