//! A ground that is to be black.

use ink_lamp_light::{measure::Loss, shape::Grid};
use ink_lamp_scene::{scene::Scene, stage::Stage};
use ink_lamp_sitting::studio::GroundTone;

use super::{
    farther::farther,
    held_off::{flagged, gridded},
    own_light::{own_lights_away, without_own_light},
    paper::darker,
    way::{GroundStep, LeadsTo, Way, applied, outcome},
};

/// Without its own light first: a ground that is lit on purpose is not black. Then one thing, and where none is enough, all of them.
pub(super) fn to_black(stage: &Stage, wish: GroundTone) -> Vec<Way> {
    let mut ways: Vec<Way> = without_own_light(stage).into_iter().collect();
    if ways.iter().any(|w| w.works) {
        return ways;
    }
    let away = own_lights_away(stage);
    let Some(dark) = applied(stage.setup, &away) else { return ways };
    let without = Scene::of(&dark).stage;
    let mut more: Vec<Way> = farther(&without, wish).into_iter().collect();
    more.extend(gridded(&without));
    more.extend(flagged(&without));
    more.extend(darker(&without));
    if more.iter().all(|w| !w.works) {
        more.extend(everything(&without));
    }
    for way in &mut more {
        way.light_away = !away.is_empty();
        // A grid is put on by hand: what is not written as a whole is not written.
        if !way.entries.is_empty() {
            way.entries.splice(0..0, away.iter().cloned());
        }
    }
    ways.extend(more);
    ways
}

/// Black cloth, then grids on all lights, then as far as the room goes: as much of it as is needed.
fn everything(stage: &Stage) -> Option<Way> {
    let wish = stage.setup.ground_tone?;
    let mut setup = stage.setup.clone();
    let mut steps: Vec<GroundStep> = Vec::new();
    if let Some(black) = darker(stage).and_then(|w| applied(&setup, &w.entries)) {
        setup = black;
        steps.push(GroundStep::Black);
    }
    let bare: Vec<usize> = stage.lights.iter().map(|l| l.index).filter(|i| setup.lights[*i].rig.grid.is_none()).collect();
    if !bare.is_empty() {
        for index in &bare {
            setup.lights[*index].rig.grid = Some(Grid { angle: None, loss: Loss::NONE });
        }
        steps.push(GroundStep::GridsOnAll);
    }
    let mut now = outcome(&setup)?;
    if !now.right
        && let Some(far) = farther(&Scene::of(&setup).stage, wish)
    {
        if let Some(then) = applied(&setup, &far.entries) {
            now = outcome(&then)?;
        }
        steps.push(far.step);
    }
    Some(Way::by_hand(GroundStep::Together(steps), LeadsTo::Tone(now.judged), now.right))
}
