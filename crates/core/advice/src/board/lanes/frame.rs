//! The test frame’s lane.

use ink_lamp_sitting::setup::Setup;

use super::lane::{Foot, Lane, LaneKind, LaneState, bare};
use crate::words::lanes as words;

pub(super) fn frame(setup: &Setup) -> Lane {
    let foot = Foot { plain: words::EXPOSE.to_owned(), ..Foot::default() };
    let lane = Lane { foot, ..bare("frame", LaneKind::Frame, "Frame") };
    if setup.frames == 0 {
        return lane;
    }
    Lane { state: LaneState::Measured, words: words::frames(setup.frames), ..lane }
}
