//! The room’s lane.

use ink_lamp_light::{ambient::RoomWish, meter::Exposure, scale::Stops};
use ink_lamp_scene::{
    scene::Scene,
    stand::{RoomStand, Stand},
};
use ink_lamp_sitting::{metered::RoomPlace, role::Role};

use super::lane::{Floor, Foot, Gap, Lane, LaneKind, LaneState, OtherPlace, Toward, bare, gap, state};
use crate::{mark::Mark, words::lanes as words};

pub(super) fn room(scene: &Scene) -> Lane {
    let (wish, step, exposure) = (scene.setup.room.wish, scene.setup.schools.step, scene.levels.exposure);
    let stand = RoomStand::of(scene);
    let (strong, plain) = words::wish(wish);
    let removes = matches!(wish, RoomWish::Remove(_));
    let level = scene.levels.wished_room.zip(exposure);
    Lane {
        role: Some(Role::Room),
        foot: Foot { strong: strong.to_owned(), plain, ..Foot::default() },
        floor: removes.then(|| Floor { stops: wish.level(), name: words::REMOVE.to_owned(), words: words::floor(wish.level()) }),
        target: exposure.filter(|_| !removes).map(|e| Mark::at(wish.level(), e)),
        wish: Some(wish.level()),
        reading: level.map(|(room, e)| Mark::at(room, e)),
        other: level.and_then(|(room, e)| other_place(scene, room, e)),
        state: room_state(&stand),
        words: words::room(&stand, step),
        gap: match stand {
            RoomStand::OverLine(by) => Some(Gap { stops: by, shown: by.number(), way: Toward::Down }),
            RoomStand::OffLevel(by) => gap(&Stand::Off { gap: by }, step),
            _ => None,
        },
        ..bare("room", LaneKind::Room, "Room")
    }
}

fn room_state(stand: &RoomStand) -> LaneState {
    match stand {
        RoomStand::Untouched => LaneState::Untouched,
        RoomStand::Set => LaneState::Set,
        RoomStand::Reads(_) => LaneState::Measured,
        RoomStand::Removed => LaneState::Removed,
        RoomStand::Kept => LaneState::Kept,
        RoomStand::OverLine(_) => LaneState::Over,
        RoomStand::OffLevel(by) => state(&Stand::Off { gap: *by }),
    }
}

/// The room where the wish does not look, once both places were read.
fn other_place(scene: &Scene, wished: Stops, e: Exposure) -> Option<OtherPlace> {
    let (levels, room) = (&scene.levels, &scene.setup.room);
    let (sitter, ground) = levels.room_level.zip(levels.ground_level).filter(|_| room.ground.is_some())?;
    let keeps = matches!(room.wish, RoomWish::Keep(_));
    let (place, level) = if keeps || wished > sitter { (RoomPlace::Sitter, sitter) } else { (RoomPlace::Ground, ground) };
    Some(OtherPlace { place: words::other(place).to_owned(), mark: Mark::at(level, e) })
}
