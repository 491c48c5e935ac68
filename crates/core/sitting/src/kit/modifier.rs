//! What is put before a lamp, as a piece of the kit.

use ink_lamp_light::shape::{Grid, Shape};
use serde::{Deserialize, Serialize};

/// A modifier as it stands in the kit.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Modifier {
    /// As it is called, 1 to 60 characters.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    pub name: String,
    /// What it does to light.
    pub shape: Shape,
    /// The grid that fits it, where there is one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub grid: Option<Grid>,
}
