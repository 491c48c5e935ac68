//! How far the sitter may go, as it is shown.

use ink_lamp_light::measure::LengthUnit;
use ink_lamp_scene::range::Range;
use serde::Serialize;

use crate::words::plan::range as words;

/// How far the sitter may go within a third of a stop.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SitterRange {
    /// To the camera's left, metres; none over 1.5 m, here and below.
    pub left: Option<f64>,
    /// To its right.
    pub right: Option<f64>,
    /// Away from it.
    pub back: Option<f64>,
    /// Toward it.
    pub forward: Option<f64>,
    /// In words.
    pub words: String,
}

pub(super) fn shown(range: Range, length: LengthUnit) -> SitterRange {
    let Range { left, right, back, forward } = range;
    SitterRange { left, right, back, forward, words: words::range(range, length) }
}
