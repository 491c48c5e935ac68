//! The camera’s lane.

use ink_lamp_scene::stand::Stand;
use ink_lamp_sitting::setup::Setup;

use super::lane::{Foot, Lane, LaneKind, bare, state};
use crate::words::lanes as words;

pub(super) fn camera(setup: &Setup) -> Lane {
    let lane = bare("camera", LaneKind::Camera, "Camera");
    let Some(camera) = &setup.camera else { return Lane { foot: Foot { plain: words::SET_IT.to_owned(), ..Foot::default() }, ..lane } };
    let (strong, plain, third) = words::camera(camera);
    Lane {
        state: state(&Stand::Set),
        words: words::stand(&Stand::Set, setup.schools.step),
        foot: Foot { strong, plain, third, ..Foot::default() },
        ..lane
    }
}
