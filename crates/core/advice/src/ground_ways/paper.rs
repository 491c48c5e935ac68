//! Paper or cloth of another tone.

use ink_lamp_scene::{
    ground::{tone_of, total},
    stage::Stage,
};
use ink_lamp_sitting::{
    entry::Entry,
    studio::{GroundKind, GroundTone, Return},
};

use super::way::{GroundStep, Way};

/// Black paper or cloth.
const DARK: f64 = 0.03;

pub(super) fn darker(stage: &Stage) -> Option<Way> {
    let mut studio = stage.studio.clone();
    let ground = studio.ground.as_mut().filter(|g| g.reflectance.get() > DARK * 1.5)?;
    ground.reflectance = Return::new(DARK).ok()?;
    ground.kind = GroundKind::Paper;
    Way::written(stage, GroundStep::Black, vec![Entry::Studio(Box::new(studio))])
}

/// Another paper under the same light, for a grey.
pub(super) fn repainted(stage: &Stage, wish: GroundTone) -> Option<Way> {
    let (GroundTone::Grey { level }, tone) = (wish, tone_of(total(stage)?, &stage.studio)?) else { return None };
    let mut studio = stage.studio.clone();
    let ground = studio.ground.as_mut()?;
    let now = ground.reflectance.get();
    let then = (now * (level - tone).get().exp2() * 100.0).round() / 100.0;
    // What paper and paint there is, from black to white; and a change that is worth a roll.
    if !(DARK..=0.85).contains(&then) || (level - tone).tenths().abs() < 2 {
        return None;
    }
    ground.reflectance = Return::new(then).ok()?;
    ground.kind = GroundKind::Paper;
    Way::written(stage, GroundStep::Paper { now, then }, vec![Entry::Studio(Box::new(studio))])
}
