//! The room’s lane.

use ink_lamp_light::{ambient::RoomWish, meter::Exposure, scale::Stops};
use ink_lamp_scene::levels::Levels;
use ink_lamp_sitting::{role::Role, setup::Setup};
use serde::Serialize;

use super::{
    against,
    lane::{Floor, Foot, Gap, Lane, LaneKind, LaneState, Toward, bare},
    whole_number,
};
use crate::mark::Mark;

/// A second level on a lane.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OtherPlace {
    /// Which: `sitter`, `ground`, or `in all`.
    pub place: String,
    /// Where it lies there.
    pub mark: Mark,
}

pub(super) fn room(setup: &Setup, levels: &Levels) -> Lane {
    let mut lane = bare("room", LaneKind::Room, "Room");
    lane.role = Some(Role::Room);
    let wish = setup.room.wish;
    let level = wish.level();
    let (strong, plain) = match wish {
        RoomWish::Remove(_) => ("Remove", format!("below {}", whole_number(level))),
        RoomWish::Keep(_) => ("Keep", format!("at {level}")),
    };
    lane.foot = Foot { strong: strong.to_owned(), plain, pending: None, ..Foot::default() };
    if matches!(wish, RoomWish::Remove(_)) {
        lane.floor = Some(Floor { stops: level, words: format!("remove: below {}", whole_number(level)) });
    } else if let Some(e) = levels.exposure {
        lane.target = Some(Mark::at(level, e));
    }
    if setup.room.said {
        (lane.state, lane.words) = (LaneState::Set, "set".to_owned());
    }
    match (levels.wished_room, levels.exposure, setup.room.reading.or(setup.room.ground)) {
        (Some(room), Some(e), _) => {
            lane.reading = Some(Mark::at(room, e));
            lane.other = other_place(setup, levels, room, e);
            let gap = wish.gap(room);
            (lane.state, lane.words, lane.gap) = match wish {
                RoomWish::Remove(_) if wish.is_right(room) => (LaneState::Removed, "removed".to_owned(), None),
                RoomWish::Keep(_) if wish.is_right(room) => (LaneState::Kept, "kept".to_owned(), None),
                // A line is a line: one tenth over it is over.
                RoomWish::Remove(_) => {
                    (LaneState::Over, format!("{} over", gap.number()), Some(Gap { stops: gap, shown: gap.number(), way: Toward::Down }))
                }
                RoomWish::Keep(_) => against(gap, setup.schools.step),
            };
        }
        (_, _, Some(reading)) => {
            lane.state = LaneState::Measured;
            lane.words = format!("reads {}", reading.shows);
        }
        _ => {}
    }
    lane
}

/// The room where the wish does not look, once both places were read.
fn other_place(setup: &Setup, levels: &Levels, wished: Stops, e: Exposure) -> Option<OtherPlace> {
    let (sitter, ground) = levels.room_level.zip(levels.ground_level).filter(|_| setup.room.ground.is_some())?;
    let keeps = matches!(setup.room.wish, RoomWish::Keep(_));
    let (place, level) = if keeps || wished > sitter { ("sitter", sitter) } else { ("ground", ground) };
    Some(OtherPlace { place: place.to_owned(), mark: Mark::at(level, e) })
}
