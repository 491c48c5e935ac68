//! Lights from behind, as they are shown.

use ink_lamp_scene::{rims::Rim, stage::Stage};
use ink_lamp_sitting::role::LightId;
use serde::Serialize;

use crate::words::plan::rims as words;

/// A light from behind.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RimShown {
    /// Which.
    pub light: LightId,
    /// Whether its light comes round the edge to where the camera sees it.
    pub wraps: bool,
    /// Whether the sitter hides all of it from the lens.
    pub hidden: bool,
    /// Whether it shines into the lens.
    pub flare: bool,
    /// All of that in words.
    pub words: String,
}

pub(super) fn shown(stage: &Stage, rim: &Rim) -> RimShown {
    RimShown {
        light: rim.light.clone(),
        wraps: rim.wraps,
        hidden: rim.hidden,
        flare: rim.flare,
        words: words::rim(rim, stage.setup.length),
    }
}
