//! The lanes of the ladder, in the order of the work.

mod camera;
pub(super) mod dial;
mod frame;
mod lane;
mod light;
mod room;
mod whole;

use ink_lamp_scene::{ground::level_on_ground, levels::Levels, scene::Scene, stage::Stage};
use ink_lamp_sitting::{entry::AllSet, role::Role};

pub use dial::{DialShown, Setting};
pub use lane::{Floor, Foot, Gap, GuessShown, Lane, LaneKind, LaneState, OtherPlace, Sure, Toward};

use super::face::Face;
use crate::{mark::Mark, next::Pick, words::lanes as words};
use camera::camera;
use frame::frame;
use light::light;
use room::room;
use whole::whole;

pub(super) fn lanes(scene: &Scene, pick: &Pick, all: Option<&AllSet>, face: Option<&Face>) -> Vec<Lane> {
    let (setup, levels) = (scene.setup, &scene.levels);
    let mut lanes = Vec::with_capacity(setup.lights.len() + 4);
    lanes.extend([room(scene), camera(setup)]);
    lanes.extend((0..setup.lights.len()).map(|i| light(scene, i, pick, all)));
    on_ground(levels, scene.placed(), &mut lanes);
    lanes.push(whole(scene, face));
    lanes.push(frame(setup));
    for (lane, number) in lanes.iter_mut().zip(1u8..) {
        lane.number = number;
    }
    lanes
}

/// What lies on the ground in all, on the lane of its first light: with places the others' spill and what the room throws back count.
fn on_ground(levels: &Levels, stage: Option<&Stage>, lanes: &mut [Lane]) {
    let (Some(e), Some(level)) = (levels.exposure, stage.and_then(level_on_ground)) else { return };
    if let Some(lane) = lanes.iter_mut().find(|l| l.role == Some(Role::Ground)) {
        lane.other = Some(OtherPlace { place: words::IN_ALL.to_owned(), mark: Mark::at(level, e) });
    }
}
