//! Mistakes that the room's light makes.

use ink_lamp_light::scale::{Reflectance, grey_code, level_of_code};
use ink_lamp_sitting::metered::RoomPlace;

use super::{FindingKind, Found};
use crate::study::mixture;

/// A shift of colour below this is hardly seen on skin (a judgement; MODELS give no number): 8 mired.
pub(in crate::board) const SEEN_MIRED: f64 = 8.0;
/// A frame without flash may differ by this much: cameras' curves and flare (a judgement).
const FRAME_DIFFERS: f64 = 0.7;

impl Found<'_> {
    /// Lamps of another colour that mix in, and readings that do not belong together.
    pub(super) fn lamps(&mut self) {
        let setup = self.setup;
        for place in [RoomPlace::Sitter, RoomPlace::Ground] {
            let Some(mixed) = mixture(setup, self.levels, place) else { continue };
            let Some(shift) = mixed.off_flash().filter(|shift| shift.abs() >= SEEN_MIRED) else { continue };
            let way = if shift > 0.0 { "warm" } else { "cool" };
            let words = format!(
                "The room's {} mixes in at {}: {:.0} K, {:.0} mired {way}. Remove more of it, or gel the flash to match: see Colour.",
                mixed.room.0.told(),
                place.words(),
                (mixed.correlated().kelvin() / 10.0).round() * 10.0,
                shift.abs()
            );
            self.say(FindingKind::LampsMix, "room", words);
        }
        let (sitter, ground) = (setup.room.light_at(RoomPlace::Sitter).lamps, setup.room.light_at(RoomPlace::Ground).lamps);
        if let (Some(sitter), Some(ground)) = (sitter, ground)
            && sitter != ground
            && setup.room.ground.is_some()
        {
            let words = format!(
                "The room was read with {} at the sitter and with {} at the ground. Read it again where it changed.",
                sitter.words(),
                ground.words()
            );
            self.say(FindingKind::RoomPlaces, "room", words);
        }
    }

    /// The frame without flash against what the readings say.
    pub(super) fn no_flash_frame(&mut self) {
        let setup = self.setup;
        let Some(frame) = setup.room.frame else { return };
        for (place, code) in [(RoomPlace::Sitter, frame.codes.sitter), (RoomPlace::Ground, frame.codes.ground)] {
            let (Some(code), Some(reading)) = (code, setup.room.at(place)) else { continue };
            let foretold = reading.ambient_level(frame.exposure);
            let expected = grey_code(Reflectance::MID_GREY, foretold);
            let seen = level_of_code(Reflectance::MID_GREY, code);
            // Where both are black nothing can be told apart.
            let off = seen - foretold;
            if off.abs().get() <= FRAME_DIFFERS || (code <= 5 && expected <= 5) {
                continue;
            }
            let way = if off.get() > 0.0 { "brighter" } else { "darker" };
            let words = format!(
                "Without flash {} came out at {code}, and {expected} was foretold: {} {way}. The light changed, or the lens flares, or the camera's curve lifts the shadows.",
                place.words(),
                off.size()
            );
            self.say(FindingKind::NoFlashFrame, "room", words);
        }
    }
}
