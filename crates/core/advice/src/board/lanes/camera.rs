//! The camera’s lane.

use ink_lamp_light::scale::Series;
use ink_lamp_sitting::setup::Setup;

use super::lane::{Foot, Lane, LaneKind, LaneState, bare};

pub(super) fn camera(setup: &Setup) -> Lane {
    let mut lane = bare("camera", LaneKind::Camera, "Camera");
    if let Some(camera) = &setup.camera {
        lane.state = LaneState::Set;
        lane.words = "set".to_owned();
        let filter = camera.exposure.filter;
        lane.foot = Foot {
            strong: format!("{} s", camera.exposure.shutter.marking(Series::Third)),
            plain: camera.sync.map_or_else(
                || format!("ISO {}", camera.exposure.iso.marking(Series::Third)),
                |s| format!("sync {}", s.marking(Series::Third)),
            ),
            third: if filter.is_zero() { String::new() } else { format!("filter −{}", filter.number()) },
            ..Foot::default()
        };
    } else {
        lane.foot = Foot { strong: String::new(), plain: "set it".to_owned(), pending: None, ..Foot::default() };
    }
    lane
}
