//! Lamps of another colour that mix in, and readings that do not belong together.

use ink_lamp_light::measure::Kelvin;
use ink_lamp_scene::{mixture::mixture, scene::Scene};
use ink_lamp_sitting::{metered::RoomPlace, role::LightId, room::Lamps};
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
    /// Modelling lamps are on that were off when the room was read, or the other way round.
    Modelling {
        /// Whose are on now.
        on: Vec<LightId>,
        /// Whose went off since.
        off: Vec<LightId>,
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
    if setup.room.reading.is_some() {
        let then = &setup.room.modelling;
        let on = setup.lights.iter().filter(|l| l.rig.lamp_is_on() && !then.contains(&l.id)).map(|l| l.id.clone()).collect::<Vec<_>>();
        let off = setup.lights.iter().filter(|l| !l.rig.lamp_is_on() && then.contains(&l.id)).map(|l| l.id.clone()).collect::<Vec<_>>();
        if !on.is_empty() || !off.is_empty() {
            found.push(Found::new(RoomLamps::Modelling { on, off }, "room"));
        }
    }
    found
}
