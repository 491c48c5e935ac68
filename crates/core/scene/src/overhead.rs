//! What hangs over the sitter, and what does not fit under the ceiling.

use crate::stage::{Placed, Stage};

/// Whether a light hangs over the sitter.
#[must_use]
pub fn is_overhead(stage: &Stage, light: &Placed) -> bool {
    let at = light.stood.own.at - stage.face;
    at.y > 0.3 && at.x.hypot(at.z) < 0.7
}

/// How far the top of a light is under the ceiling, metres; negative where it does not fit.
pub fn clear_height(stage: &Stage, light: &Placed) -> Option<f64> {
    let ceiling = stage.studio.walls?.ceiling.get();
    let top = light.stood.own.edge().iter().map(|p| p.y).fold(f64::MIN, f64::max);
    Some(ceiling - top)
}

/// Clear height that a modifier's top needs under a ceiling, metres (a judgement).
pub const CLEAR: f64 = 0.05;

/// By how much a light is too high for the ceiling, metres; none where it fits.
#[must_use]
pub fn too_high_by(stage: &Stage, light: &Placed) -> Option<f64> {
    let clear = clear_height(stage, light).filter(|c| *c < CLEAR)?;
    Some(CLEAR - clear)
}
