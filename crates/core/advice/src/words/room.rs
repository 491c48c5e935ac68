//! The room's fate and the two decisions, as they are said.

use ink_lamp_light::{ambient::RoomWish, scale::Stops};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::metered::RoomPlace;

use crate::words::terms::{self, whole_number};

/// Removes it.
pub(crate) const REMOVE: &str = "Remove";

/// Removes it, where what it is stands apart.
pub(crate) const REMOVE_IT: &str = "Remove it";

/// `Keep it at −1.5`, where what it is stands apart.
pub(crate) fn keep_it(at: Stops) -> String {
    format!("Keep it at {at}")
}

/// `Keep at −1.5`.
pub(crate) fn keep(at: Stops) -> String {
    format!("Keep at {at}")
}

/// `Room is removed`, and `It sits at −6.0, 1.0 stop below the limit.`
pub(crate) fn fate(scene: &Scene) -> (&'static str, String) {
    let room = &scene.setup.room;
    match (scene.levels.wished_room, room.wish) {
        (None, _) if room.reading.is_some() => ("Room is read", "Set the camera to see where it sits.".to_owned()),
        (None, RoomWish::Keep(l)) => ("Room is to be kept", format!("It should sit at {}. Meter it with the flash off.", l.level)),
        (None, RoomWish::Remove(l)) => {
            ("Room is to be removed", format!("It should sit below {}. Meter it with the flash off.", whole_number(l.level)))
        }
        (Some(at), wish @ RoomWish::Remove(l)) if wish.is_right(at) => {
            ("Room is removed", format!("It sits at {at}, {} below the limit.", (at - l.level).size()))
        }
        (Some(at), wish @ RoomWish::Remove(_)) => ("Room still shows", format!("It sits at {at}, {} over the limit.", wish.gap(at).size())),
        (Some(at), wish @ RoomWish::Keep(l)) if wish.is_right(at) => ("Room is kept", format!("It sits at {at}; {} is wished.", l.level)),
        (Some(at), wish @ RoomWish::Keep(_)) => {
            let gap = wish.gap(at);
            let side = terms::side(gap);
            ("Room is to be kept", format!("It sits at {at}, {} {side} its wish.", gap.size()))
        }
    }
}

/// Where the room lies at both places, and what lights it: `sitter −2.0, ground −3.1 · window, 5200 K`.
pub(crate) fn places(scene: &Scene) -> Option<String> {
    let (room, levels) = (&scene.setup.room, &scene.levels);
    let mut words: Vec<String> = Vec::new();
    if room.ground.is_some() {
        words.extend(levels.room_level.map(|l| format!("sitter {l}")));
        words.extend(levels.ground_level.map(|l| format!("ground {l}")));
    }
    let light = terms::room_light(&room.light_at(RoomPlace::Sitter));
    let parts: Vec<String> = [words.join(", "), light].into_iter().filter(|w| !w.is_empty()).collect();
    (!parts.is_empty()).then(|| parts.join(" · "))
}
