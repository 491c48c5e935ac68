//! The room is to be removed or kept, on the tape.

use ink_lamp_light::ambient::RoomWish;
use ink_lamp_sitting::role::Role;

use super::line::{TapeKind, TapeLine};
use crate::words::span::text;

pub(super) fn line(wish: &RoomWish) -> TapeLine {
    let tail = match wish {
        RoomWish::Remove(l) => format!("remove: below {}", l.level),
        RoomWish::Keep(l) => format!("keep at {}", l.level),
    };
    TapeLine::new(TapeKind::Choice, Some(Role::Room), vec![text("Room")], tail)
}
