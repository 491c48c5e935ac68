//! Lamps of another colour that mix in, and readings that do not belong together, as it is said.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::role::LightId;

use crate::{
    findings::lamps::RoomLamps,
    words::{
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &RoomLamps, scene: &Scene) -> Line {
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
        RoomLamps::Modelling { on, off } => {
            let names =
                |ids: &[LightId]| ids.iter().map(|id| terms::light(scene.setup, id).to_lowercase()).collect::<Vec<_>>().join(" and the ");
            let (whose, how) = if on.is_empty() { (names(off), "went off") } else { (names(on), "came on") };
            vec![text(format!(
                "The modelling lamp of the {whose} {how} since the room was read: read it again as it will be when you shoot."
            ))]
        }
    }
}
