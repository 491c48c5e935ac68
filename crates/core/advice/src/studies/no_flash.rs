//! What the frame without flash should look like, as grey patches, and what a test frame really showed.

use ink_lamp_light::scale::{Reflectance, Stops, grey_code, level_of_code};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{metered::RoomPlace, setup::Setup};
use serde::Serialize;

use crate::words::studies::no_flash as words;

/// The frame without flash.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NoFlashStudy {
    /// What it should look like, in a sentence.
    pub title: String,
    /// What must be known before there is an answer.
    pub missing: Option<String>,
    /// At the sitter and at the ground.
    pub places: Vec<NoFlashPlace>,
}

/// One place of it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NoFlashPlace {
    /// Which: `sitter` or `ground`.
    pub place: RoomPlace,
    /// `At the sitter, −2.0`.
    pub name: String,
    /// Where the room lies there.
    pub level: Stops,
    /// Surfaces as they come out.
    pub patches: Vec<Patch>,
    /// What a mid-grey really became in the test frame.
    pub seen: Option<u8>,
    /// What that says: `0.6 brighter than foretold`.
    pub seen_words: Option<String>,
}

/// A surface as it comes out.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Patch {
    /// `mid-grey`.
    pub name: String,
    /// 8-bit.
    pub code: u8,
}

/// Surfaces that are usually in the frame, with their reflectance (common practice, no source).
const SURFACES: [(&str, f64); 4] = [("black cloth", 0.04), ("mid-grey", 0.18), ("pale skin", 0.36), ("white paper", 0.9)];

pub(super) fn of(scene: &Scene) -> NoFlashStudy {
    let (setup, levels) = (scene.setup, &scene.levels);
    let places: Vec<NoFlashPlace> = [(RoomPlace::Sitter, levels.room_level), (RoomPlace::Ground, levels.ground_level)]
        .into_iter()
        .filter_map(|(place, level)| Some(shown(setup, place, level?)))
        .collect();
    let missing = words::missing(setup.camera.is_some(), !places.is_empty()).map(str::to_owned);
    let brightest = places.iter().map(|p| p.level.get()).fold(f64::NEG_INFINITY, f64::max);
    let camera = setup.camera.as_ref().filter(|_| missing.is_none());
    NoFlashStudy { title: words::title(camera.map(|c| c.exposure), brightest), missing, places }
}

fn shown(setup: &Setup, place: RoomPlace, level: Stops) -> NoFlashPlace {
    let patch = |(name, reflectance): (&str, f64)| {
        let code = Reflectance::new(reflectance).map_or(0, |surface| grey_code(surface, level));
        Patch { name: name.to_owned(), code }
    };
    let frame = setup.room.frame;
    let seen = frame.and_then(|f| match place {
        RoomPlace::Sitter => f.codes.sitter,
        RoomPlace::Ground => f.codes.ground,
    });
    let seen_words = seen.zip(frame).zip(setup.room.at(place)).map(|((code, frame), reading)| {
        let off = level_of_code(Reflectance::MID_GREY, code) - reading.ambient_level(frame.exposure);
        words::seen(off, Some(frame.exposure) == setup.camera.as_ref().map(|c| c.exposure))
    });
    let patches = SURFACES.into_iter().map(patch).collect();
    NoFlashPlace { place, name: words::place(place, level), level, patches, seen, seen_words }
}
