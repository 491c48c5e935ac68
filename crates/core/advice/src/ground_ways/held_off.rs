//! Light held off the ground: a grid, a flag.

use ink_lamp_light::{
    field::DVec3,
    measure::{Extent, Loss},
    shape::Grid,
};
use ink_lamp_scene::{
    ground,
    stage::{Placed, Stage},
};
use ink_lamp_sitting::{
    entry::Entry,
    kit::PanelKind,
    role::Role,
    studio::{Bearing, PanelPlace, point::Point},
};

use super::way::{GroundStep, LeadsTo, Way, outcome};

/// A grid on what spills most. What it takes on its axis is turned up again.
pub(super) fn gridded(stage: &Stage) -> Option<Way> {
    let light = worst(stage)?;
    let of = &stage.setup.lights[light.index];
    if of.rig.grid.is_some() {
        return None;
    }
    let mut setup = stage.setup.clone();
    let rig = &mut setup.lights[light.index].rig;
    rig.grid = Some(Grid { angle: None, loss: Loss::NONE });
    let after = outcome(&setup)?;
    Some(Way::by_hand(GroundStep::Grid(of.id.clone()), LeadsTo::Tone(after.judged), after.right))
}

/// A dark panel between what spills most and the ground, that leaves the face its light and stays out of the picture: of some places the one
/// that takes the most.
pub(super) fn flagged(stage: &Stage) -> Option<Way> {
    let (light, middle) = (worst(stage)?, ground::middle(stage)?);
    if stage.studio.panels.len() >= 8 {
        return None;
    }
    let front = &light.stood.emitter.front;
    let out = if front.at.x < 0.0 { -1.0 } else { 1.0 };
    let places = (2..=8).flat_map(|i| [0.0, 0.3, 0.6].map(|aside| front.at.lerp(middle, f64::from(i) / 10.0) + DVec3::X * (out * aside)));
    let flags = places.filter_map(|p| {
        let panel = PanelPlace {
            kind: PanelKind::Flag,
            at: Point::near(DVec3::new(p.x, p.y.max(1.0), p.z)),
            width: Extent::constant(1.2),
            height: Extent::constant(2.0),
            facing: Bearing::of(front.at - p),
        };
        let mut studio = stage.studio.clone();
        studio.panels.push(panel);
        let seen = panel.front().edge().iter().any(|c| stage.in_picture(*c)) || stage.in_picture(panel.at.vector());
        let free = !seen && studio.passes(front, stage.face) >= 1.0;
        let left = stage.amount(light, middle, DVec3::Z).times(studio.passes(front, middle)).get();
        free.then_some((studio, left))
    });
    let (studio, _) = flags.min_by(|a, b| a.1.total_cmp(&b.1))?;
    let id = stage.setup.lights[light.index].id.clone();
    Way::written(stage, GroundStep::Flag(id), vec![Entry::Studio(Box::new(studio))])
}

/// The light that spills most, but for the ground's own.
fn worst<'a>(stage: &'a Stage) -> Option<&'a Placed> {
    let middle = ground::middle(stage)?;
    let of = |l: &Placed| stage.amount(l, middle, DVec3::Z).get();
    stage.lights.iter().filter(|l| l.role != Role::Ground && of(l) > 0.0).max_by(|a, b| of(a).total_cmp(&of(b)))
}
