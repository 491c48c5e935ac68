//! Frames of the studio as it really is: what their files say, and that they show the truth and not the board.
#![allow(clippy::unwrap_used)]

use std::sync::Arc;

use ink_lamp_formats::exif::Exif;
use ink_lamp_photo::{
    levels::Levels,
    open::Photo,
    tones::{Patch, PatchTone},
};
use ink_lamp_picture::{foretold::Easel, sitter::Sitter, subject::Subject};
use ink_lamp_sitting::{role::LightId, setup::Setup, shots::Lit, studio::StandIn};
use ink_lamp_stand_ins::{
    camera::frame,
    studio::Studio,
    truth::{Spreads, Truth},
};
use ink_lamp_tapes::whole::four_lights;

fn taken(setup: &Setup, lit: &Lit, room: f64) -> Vec<u8> {
    let mut studio = Studio::new(setup.clone(), Truth::new("a day", Spreads::NONE), "a look");
    studio.room = room;
    let sitter = Subject::plain(Sitter::of(StandIn::default()).unwrap());
    frame(&studio, &sitter, &mut Easel::default(), lit, "Stand-in Loft 35", 1).unwrap().jpeg
}

/// The tone of the forehead, stops over mid-grey.
fn tone(jpeg: &[u8]) -> f32 {
    let picture = Photo::open(jpeg).unwrap().picture;
    let levels: Arc<Levels> = Levels::plain();
    PatchTone::of(&picture, Patch { x: 0.5, y: 0.34, radius: 0.02 }, &levels).tone.unwrap()
}

#[test]
fn its_file_says_how_it_was_taken() {
    let setup = four_lights();
    let exif = Exif::read(&taken(&setup, &Lit::All, 6.0)).unwrap();
    let exposure = setup.camera.as_ref().unwrap().exposure;
    assert_eq!((exif.aperture, exif.shutter, exif.iso), (Some(exposure.aperture), Some(exposure.shutter), Some(exposure.iso)));
    assert_eq!((exif.camera.as_deref(), exif.flash, exif.damaged), (Some("Stand-in Loft 35"), Some(true), false));
    assert_eq!(Exif::read(&taken(&setup, &Lit::NoFlash, 6.0)).unwrap().flash, Some(false));
}

#[test]
fn it_shows_what_is_on_and_how_strong_that_really_is() {
    let setup = four_lights();
    let key = Lit::Alone(LightId::new("key").unwrap());
    // f/8, 1/160 s and ISO 100 are EV 13.3: a room of EV 10 lies 3.3 under the exposure.
    let of = |lit: &Lit| tone(&taken(&setup, lit, 10.0));
    let (all, alone, none) = (of(&Lit::All), of(&key), of(&Lit::NoFlash));
    assert!(all > alone && alone > none, "{all} {alone} {none}");
    // A room that is two stops brighter than that shows without flash, by two stops.
    let brighter = tone(&taken(&setup, &Lit::NoFlash, 12.0));
    assert!((brighter - none - 2.0).abs() < 0.1, "{none} {brighter}");
}
