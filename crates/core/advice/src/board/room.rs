//! The room: its fate, and the two decisions.

use ink_lamp_light::{
    ambient::RoomWish,
    scale::{Reflectance, grey_code},
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::entry::Entry;
use serde::Serialize;

use crate::words::room as words;

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
    /// `Remove it`: where the room is not named beside it.
    pub remove_it_words: String,
    /// `Keep it at −1.5`.
    pub keep_it_words: String,
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

pub(super) fn shown(scene: &Scene) -> RoomShown {
    let wish = scene.setup.room.wish;
    let (remove, keep) = match wish {
        RoomWish::Remove(_) => (wish, wish.other()),
        RoomWish::Keep(_) => (wish.other(), wish),
    };
    let (title, told) = words::fate(scene);
    RoomShown {
        title: title.to_owned(),
        words: told,
        kept: matches!(wish, RoomWish::Keep(_)),
        remove_words: words::REMOVE.to_owned(),
        keep_words: words::keep(keep.level()),
        remove_it_words: words::REMOVE_IT.to_owned(),
        keep_it_words: words::keep_it(keep.level()),
        remove: Entry::RoomWish(remove),
        keep: Entry::RoomWish(keep),
        code: scene.levels.wished_room.map(|room| grey_code(Reflectance::MID_GREY, room)),
        wish_code: grey_code(Reflectance::MID_GREY, wish.level()),
        places: words::places(scene),
    }
}
