//! The room: its fate, and the two decisions.

use crate::words::terms;
use ink_lamp_light::{
    ambient::{self, RoomWish},
    scale::{Reflectance, Stops, grey_code},
};
use ink_lamp_scene::levels::Levels;
use ink_lamp_sitting::{entry::Entry, metered::RoomPlace, setup::Setup};
use serde::Serialize;

/// The room's fate.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RoomShown {
    /// `Room is removed`.
    pub title: String,
    /// `It sits at −6.0, 1.0 stop below the limit.`
    pub words: String,
    /// Whether it is to be kept.
    pub kept: bool,
    /// `Remove`, and below what.
    pub remove_words: String,
    /// `Keep at −1.5`.
    pub keep_words: String,
    /// The entry that decides to remove it.
    pub remove: Entry,
    /// The entry that decides to keep it.
    pub keep: Entry,
    /// What a mid-grey lit by the room alone becomes, 8-bit.
    pub code: Option<u8>,
    /// What it becomes where the room lies as wished.
    pub wish_code: u8,
    /// At sitter and ground: `sitter −2.0, ground −3.1 · window, 5200 K`.
    pub places: Option<String>,
}

/// Where the room lies at both places, and what lights it.
fn places(setup: &Setup, levels: &Levels) -> Option<String> {
    let mut words: Vec<String> = Vec::new();
    if setup.room.ground.is_some() {
        words.extend(levels.room_level.map(|l| format!("sitter {l}")));
        words.extend(levels.ground_level.map(|l| format!("ground {l}")));
    }
    let levels = words.join(", ");
    let light = terms::room_light(&setup.room.light_at(RoomPlace::Sitter));
    let parts: Vec<String> = [levels, light].into_iter().filter(|w| !w.is_empty()).collect();
    (!parts.is_empty()).then(|| parts.join(" · "))
}

pub(super) fn room_shown(setup: &Setup, levels: &Levels) -> RoomShown {
    use ink_lamp_light::ambient::Level;
    let wish = setup.room.wish;
    let limit = |wish: RoomWish, usual: Stops, keep: bool| match (wish, keep) {
        (RoomWish::Remove(l), false) | (RoomWish::Keep(l), true) => l.level,
        _ => usual,
    };
    let (below, at) = (limit(wish, ambient::BLACK, false), limit(wish, Stops::constant(-1.5), true));
    let kept = matches!(wish, RoomWish::Keep(_));
    let (title, words) = match levels.wished_room {
        None if setup.room.reading.is_some() => ("Room is read".to_owned(), "Set the camera to see where it sits.".to_owned()),
        None if kept => ("Room is to be kept".to_owned(), format!("It should sit at {at}. Meter it with the flash off.")),
        None => (
            "Room is to be removed".to_owned(),
            format!("It should sit below {}. Meter it with the flash off.", below.shown().trim_end_matches(".0")),
        ),
        Some(room) => {
            let gap = wish.gap(room);
            match wish {
                RoomWish::Remove(_) if wish.is_right(room) => {
                    ("Room is removed".to_owned(), format!("It sits at {room}, {} below the limit.", (room - below).size()))
                }
                RoomWish::Remove(_) => ("Room still shows".to_owned(), format!("It sits at {room}, {} over the limit.", gap.size())),
                RoomWish::Keep(_) if wish.is_right(room) => ("Room is kept".to_owned(), format!("It sits at {room}; {at} is wished.")),
                RoomWish::Keep(_) => {
                    let side = if gap.get() > 0.0 { "over" } else { "under" };
                    ("Room is to be kept".to_owned(), format!("It sits at {room}, {} {side} its wish.", gap.size()))
                }
            }
        }
    };
    RoomShown {
        title,
        words,
        kept,
        remove_words: "Remove".to_owned(),
        keep_words: format!("Keep at {at}"),
        remove: Entry::RoomWish(RoomWish::Remove(Level { level: below })),
        keep: Entry::RoomWish(RoomWish::Keep(Level { level: at })),
        code: levels.wished_room.map(|room| grey_code(Reflectance::MID_GREY, room)),
        wish_code: grey_code(Reflectance::MID_GREY, wish.level()),
        places: places(setup, levels),
    }
}
