//! The frame without flash against what the readings say.

use ink_lamp_light::scale::{Reflectance, Stops, grey_code, level_of_code};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::metered::RoomPlace;
use serde::Serialize;

use super::Found;

/// A frame without flash may differ by this much: cameras' curves and flare (a judgement).
const FRAME_DIFFERS: f64 = 0.7;

/// The test frame without flash is not what it should be.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct NoFlashFrame {
    /// Where.
    pub(crate) place: RoomPlace,
    /// What a mid-grey became, 8-bit.
    pub(crate) code: u8,
    /// What was foretold.
    pub(crate) expected: u8,
    /// Brighter (+) or darker (−).
    pub(crate) off: Stops,
}

pub(super) fn of(scene: &Scene) -> Vec<Found> {
    let room = &scene.setup.room;
    let Some(frame) = room.frame else { return Vec::new() };
    let places = [(RoomPlace::Sitter, frame.codes.sitter), (RoomPlace::Ground, frame.codes.ground)];
    let at = |(place, code): (RoomPlace, Option<u8>)| {
        let (code, foretold) = (code?, room.at(place)?.ambient_level(frame.exposure));
        let expected = grey_code(Reflectance::MID_GREY, foretold);
        let off = level_of_code(Reflectance::MID_GREY, code) - foretold;
        // Where both are black nothing can be told apart.
        let differs = off.abs().get() > FRAME_DIFFERS && (code > 5 || expected > 5);
        differs.then(|| Found::new(NoFlashFrame { place, code, expected, off }, "room"))
    };
    places.into_iter().filter_map(at).collect()
}
