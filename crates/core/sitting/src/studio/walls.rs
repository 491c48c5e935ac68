//! The room around: walls, ceiling, floor, windows.

use ink_lamp_light::{
    measure::{Extent, Meters},
    quantity,
};
use serde::{Deserialize, Serialize};

/// The room around, distances from the sitter.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Walls {
    /// To the wall at camera left.
    pub left: Meters,
    /// To the wall at camera right.
    pub right: Meters,
    /// To the wall behind the sitter.
    pub behind: Meters,
    /// To the wall behind the camera.
    pub before: Meters,
    /// The ceiling above the floor.
    pub ceiling: Meters,
    /// What the walls throw back.
    pub reflectance: Return,
    /// What the ceiling throws back.
    pub ceiling_reflectance: Return,
    /// What the floor throws back.
    pub floor_reflectance: Return,
}

/// A side of the room.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Side {
    /// Camera left.
    Left,
    /// Camera right.
    Right,
    /// Behind the sitter.
    Behind,
    /// Behind the camera.
    Before,
}

/// A window.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Window {
    /// In which wall.
    pub wall: Side,
    /// Its middle along the wall: `z` of a side wall, `x` of one across.
    pub along: f64,
    /// How wide.
    pub width: Extent,
}

quantity! {
    /// How much of the light a surface throws back, 0.01 to 0.95: white paint 0.8, grey 0.18 to 0.4, black cloth 0.03.
    Return, "reflectance", 0.01 to 0.95, "of the light", "reflectance"
}
