//! Where the camera stands, and how it is held.

use ink_lamp_light::measure::Height;
use serde::{Deserialize, Serialize};

use super::point::Point;

/// Where the camera stands and how it is held.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CameraPlace {
    /// The middle of its lens.
    pub at: Point,
    /// The height above the sitter's place that is the middle of the picture.
    pub aim: Height,
    /// The long side of the picture stands upright.
    pub upright: bool,
}
