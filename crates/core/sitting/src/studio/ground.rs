//! What is behind the sitter, and what it is to look like.

use ink_lamp_light::{measure::Meters, scale::Stops};
use serde::{Deserialize, Serialize};

use super::walls::Return;

/// The ground behind the sitter.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Ground {
    /// Wall or paper.
    pub kind: GroundKind,
    /// How far behind the sitter.
    pub behind: Meters,
    /// How wide.
    pub width: Meters,
    /// What it throws back.
    pub reflectance: Return,
}

/// What is behind the sitter.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum GroundKind {
    /// The wall.
    Wall,
    /// Paper or cloth before it.
    Paper,
}

/// What the ground is to look like.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum GroundTone {
    /// Black.
    Black,
    /// A grey, in stops from a mid-grey that is exposed right.
    Grey {
        /// −4.5 to +2.
        level: Stops,
    },
    /// White, without wrapping round the sitter.
    White,
}

impl GroundTone {
    /// The grey that one begins with: a stop and a half under a mid-grey that is exposed right (common practice, no source).
    pub const USUAL_GREY: Stops = Stops::constant(-1.5);
}
