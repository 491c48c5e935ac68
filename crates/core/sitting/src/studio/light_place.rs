//! Where a light stands and where it looks.

use serde::{Deserialize, Serialize};

use super::point::Point;

/// Where a light stands and where it looks.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LightPlace {
    /// The middle of its front.
    pub at: Point,
    /// Where its axis goes; to the sitter's face, or straight to the ground for a ground light, where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub aim: Option<Point>,
    /// Its front lies on its side.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub lying: bool,
}
