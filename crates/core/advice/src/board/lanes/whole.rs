//! The lane of all lights together.

use ink_lamp_scene::scene::Scene;

use super::lane::{Foot, Gap, Lane, LaneKind, LaneState, Toward, bare};
use crate::{board::face::Face, mark::Mark};

pub(super) fn whole(scene: &Scene, face: Option<&Face>) -> Lane {
    let (setup, levels) = (scene.setup, &scene.levels);
    let mut lane = bare("whole", LaneKind::Whole, "Whole");
    lane.face = face.cloned();
    lane.foot = Foot { strong: String::new(), plain: "meter all lights on".to_owned(), pending: None, ..Foot::default() };
    let stale = setup.whole.as_ref().is_some_and(|w| !w.is_measured());
    if stale {
        (lane.state, lane.words) = (LaneState::ReadAgain, "read again".to_owned());
    }
    if let (Some(level), Some(e)) = (levels.whole, levels.exposure) {
        lane.reading = Some(Mark::at(level, e));
        (lane.state, lane.words) = match &scene.whole {
            Some(check) if check.differs => {
                let (parts, by) = (check.parts, check.whole - check.parts);
                lane.gap = Some(Gap { stops: by, shown: by.number(), way: if by.get() > 0.0 { Toward::Down } else { Toward::Up } });
                lane.foot.plain = format!("parts say {parts}");
                if by.get() > 0.0 {
                    (LaneState::Over, format!("{} over parts", by.number()))
                } else {
                    (LaneState::Under, format!("{} under parts", by.number()))
                }
            }
            Some(_) => (LaneState::OnTarget, "agrees".to_owned()),
            None => (LaneState::Measured, "read".to_owned()),
        };
    }
    lane
}
