//! Lamps of another colour that mix in, and readings that do not belong together, as it is said.

use crate::{
    findings::lamps::RoomLamps,
    words::{
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &RoomLamps) -> Line {
    match fact {
        RoomLamps::Mix { room, place, kelvin, shift } => vec![
            text(format!(
                "The room's {} mixes in at {}: {:.0} K, ",
                room.told(),
                terms::room_place(*place),
                (kelvin / 10.0).round() * 10.0
            )),
            strong(format!("{:.0} mired {}", shift.abs(), if *shift > 0.0 { "warm" } else { "cool" })),
            text(". Remove more of it, or gel the flash to match: see Colour."),
        ],
        RoomLamps::Differ { sitter, ground } => vec![text(format!(
            "The room was read with {} at the sitter and with {} at the ground. Read it again where it changed.",
            terms::lamps(*sitter),
            terms::lamps(*ground)
        ))],
    }
}
