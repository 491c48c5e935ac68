//! The test frame’s lane.

use ink_lamp_sitting::setup::Setup;

use super::lane::{Lane, LaneKind, LaneState, bare};

pub(super) fn frame(setup: &Setup) -> Lane {
    let mut lane = bare("frame", LaneKind::Frame, "Frame");
    lane.foot.plain = "expose a test frame".to_owned();
    if setup.frames > 0 {
        let n = setup.frames;
        lane.state = LaneState::Measured;
        lane.words = if n == 1 { "1 shot".to_owned() } else { format!("{n} shot") };
    }
    lane
}
