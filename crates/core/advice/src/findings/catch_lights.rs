//! Catch-lights that are missing.

use ink_lamp_scene::{
    eyes::Eye,
    face::{OnFace, Pattern},
    stage::Stage,
};
use ink_lamp_sitting::role::LightId;
use serde::Serialize;

use super::Found;

/// What is found of the key's catch-lights.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum CatchLights {
    /// The key comes from where no eye sees it.
    Unseen {
        /// Whose.
        light: LightId,
        /// Its pattern.
        pattern: Pattern,
    },
    /// The key leaves none.
    Missing {
        /// Whose.
        light: LightId,
        /// In which eyes: true for the left one in the picture.
        left: Vec<bool>,
        /// In none of those that are seen.
        both: bool,
        /// Another light has one there.
        other_has: bool,
    },
}

pub(super) fn of(stage: &Stage, on: &OnFace, eyes: &[Eye]) -> Option<Found> {
    let id = &stage.setup.lights[on.index].id;
    if matches!(on.pattern, Pattern::Rim | Pattern::Overhead) {
        return Some(Found::new(CatchLights::Unseen { light: id.clone(), pattern: on.pattern }, id.as_str()));
    }
    let misses = |eye: &&Eye| eye.lights.iter().any(|l| l.index == on.index && l.missing.is_some());
    let left: Vec<bool> = eyes.iter().filter(misses).map(|e| e.left).collect();
    let both = left.len() == eyes.len();
    // A split leaves one eye in the dark on purpose.
    if left.is_empty() || (!both && on.pattern == Pattern::Split) {
        return None;
    }
    let any = eyes.iter().any(|e| e.lights.iter().any(|l| l.missing.is_none()));
    Some(Found::new(CatchLights::Missing { light: id.clone(), left, both, other_has: any && both }, id.as_str()))
}
