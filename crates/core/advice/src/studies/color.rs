//! Lamps of another colour mixing with the flash: what comes out at sitter and ground, as it is shown.

use ink_lamp_light::{
    color::{Chromaticity, balanced_patch},
    measure::Kelvin,
    scale::{Reflectance, Stops, grey_code},
    shape::Gel,
};
use ink_lamp_scene::{
    mixture::{flash_kelvin, mixture},
    scene::Scene,
};
use ink_lamp_sitting::metered::RoomPlace;
use serde::Serialize;

use super::gel::{GelAdvice, advice};
use crate::words::studies::color as words;

/// Colour at sitter and ground.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ColorStudy {
    /// What comes of it, in a sentence.
    pub title: String,
    /// The flash: `5500 K`.
    pub flash: String,
    /// The camera's white balance: `5500 K`, or that it is matched to the flash.
    pub white: String,
    /// At the sitter and at the ground, where the room's colour was said.
    pub places: Vec<ColorPlace>,
    /// What makes the flash match the lamps.
    pub gel: Option<GelAdvice>,
    /// What else is worth knowing: warm on purpose, high-speed sync.
    pub notes: Vec<String>,
}

/// Colour at a place.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ColorPlace {
    /// `At the sitter`.
    pub name: String,
    /// What the room gives there: `3000 K at −2.0`.
    pub room: String,
    /// What the flash gives there: `5500 K at 0.0`, or none.
    pub flash: String,
    /// Correlated colour temperature of both, kelvin.
    pub kelvin: f64,
    /// Distance from the black-body locus, CIE 1960 u, v: + greenish, − pinkish.
    pub duv: f64,
    /// The same in words: `4790 K, 27 mired warmer than the flash, a trace of pink`.
    pub words: String,
    /// What was worked out, in numbers: `Duv −0.0012; a mid-grey comes out at 118, 118, 119.`
    pub numbers: String,
    /// A mid-grey there as it comes out with the camera's white balance, 8-bit.
    pub patch: [u8; 3],
}

pub(super) fn of(scene: &Scene, gels: &[Gel]) -> ColorStudy {
    let setup = scene.setup;
    let white = setup.camera.as_ref().and_then(|c| c.white);
    let flash = flash_kelvin(setup);
    let at = |p| place(scene, p, white.unwrap_or(flash));
    let places: Vec<ColorPlace> = [RoomPlace::Sitter, RoomPlace::Ground].into_iter().filter_map(at).collect();
    let lamps = setup.room.light_at(RoomPlace::Sitter).kelvin.or(setup.room.light_at(RoomPlace::Ground).kelvin);
    ColorStudy {
        title: words::title(lamps, flash, places.first().map(|p| p.kelvin)),
        flash: flash.told(),
        white: words::white(white, flash),
        places,
        gel: lamps.and_then(|lamps| advice(flash, lamps, gels)),
        notes: words::notes(setup, white, flash),
    }
}

fn place(scene: &Scene, place: RoomPlace, white: Kelvin) -> Option<ColorPlace> {
    let mixed = mixture(scene.setup, &scene.levels, place)?;
    let found = mixed.correlated();
    let luminance = mixed.amount.level().map_or(0.0, |l| (0.18 * l.factor()).min(1.0));
    let patch = balanced_patch(Chromaticity::planck(white), mixed.light, luminance)
        .map(|linear| Reflectance::new(linear.clamp(1e-9, 1.0)).map_or(0, |surface| grey_code(surface, Stops::ZERO)));
    Some(ColorPlace {
        name: words::place(place),
        room: words::part(mixed.room.0, mixed.room.1),
        flash: mixed.flash.map_or_else(|| words::NO_FLASH.to_owned(), |(level, kelvin)| words::part(kelvin, level)),
        kelvin: found.kelvin(),
        duv: found.duv,
        words: words::mixed(&mixed, white),
        numbers: words::numbers(found.duv, patch),
        patch,
    })
}
