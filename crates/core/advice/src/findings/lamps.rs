//! Lamps of another colour that mix in, and readings that do not belong together.

use ink_lamp_light::measure::Kelvin;
use ink_lamp_scene::{mixture::mixture, scene::Scene};
use ink_lamp_sitting::{metered::RoomPlace, room::Lamps};
use serde::Serialize;

use super::Found;

/// A shift of colour below this is hardly seen on skin (a judgement): 8 mired.
const SEEN_MIRED: f64 = 8.0;

/// What is found of the room's lamps.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum RoomLamps {
    /// They have another colour than the flash.
    Mix {
        /// The room's colour.
        room: Kelvin,
        /// Where it mixes in.
        place: RoomPlace,
        /// What comes out, kelvin.
        kelvin: f64,
        /// Against the flash, mired: positive is warmer.
        shift: f64,
    },
    /// The room was read under other lamps at the other place.
    Differ {
        /// At the sitter.
        sitter: Lamps,
        /// At the ground.
        ground: Lamps,
    },
}

pub(super) fn of(scene: &Scene) -> Vec<Found> {
    let setup = scene.setup;
    let mut found = Vec::new();
    for place in [RoomPlace::Sitter, RoomPlace::Ground] {
        let Some(mixed) = mixture(setup, &scene.levels, place) else { continue };
        let Some(shift) = mixed.off_flash().filter(|shift| shift.abs() >= SEEN_MIRED) else { continue };
        let fact = RoomLamps::Mix { room: mixed.room.0, place, kelvin: mixed.correlated().kelvin(), shift };
        found.push(Found::new(fact, "room"));
    }
    let (sitter, ground) = (setup.room.light_at(RoomPlace::Sitter).lamps, setup.room.light_at(RoomPlace::Ground).lamps);
    if let (Some(sitter), Some(ground)) = (sitter, ground)
        && sitter != ground
        && setup.room.ground.is_some()
    {
        found.push(Found::new(RoomLamps::Differ { sitter, ground }, "room"));
    }
    found
}
