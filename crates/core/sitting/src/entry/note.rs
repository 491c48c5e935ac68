//! A note was taken.

use serde::{Deserialize, Serialize};

/// A note was taken.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NoteTaken {
    /// 1 to 500 characters, in one or more lines.
    #[serde(deserialize_with = "ink_lamp_light::name::note")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 500))]
    pub text: String,
}
