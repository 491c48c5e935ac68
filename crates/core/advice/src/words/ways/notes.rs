//! What else is worth knowing of a way: diffraction, grain, motion, colour.

use ink_lamp_light::{
    ambient::darkening,
    lens::{GREEN, SMALLEST_AV, airy_pixels, magnification, working},
    scale::Stops,
};
use ink_lamp_scene::{levels::Levels, mixture::mixture};
use ink_lamp_sitting::{camera::Camera, metered::RoomPlace, setup::Setup};

use crate::words::terms;

/// What else is worth knowing.
pub(crate) fn notes(before: &Setup, from: &Camera, after: &Setup, levels: &Levels) -> Vec<String> {
    let Some(camera) = &after.camera else { return Vec::new() };
    let mut notes = Vec::new();
    if let Some(change) = terms::darkening(darkening(from.exposure, camera.exposure)) {
        notes.push(format!("Room: {change}."));
    }
    if after.lights.iter().any(|l| after.pulses(l)) {
        notes.push("Switch high-speed sync on at the camera, the transmitter and every unit: one forgotten spoils the frame.".to_owned());
    }
    if camera.exposure.aperture.av() > SMALLEST_AV + 1e-6 {
        notes.push("Past ƒ16 diffraction softens everything.".to_owned());
    } else if let Some(pitch) = camera.body.as_ref().and_then(|b| b.pixel_pitch) {
        let m = camera.focal.zip(camera.sitter).and_then(|(f, u)| magnification(f, u)).unwrap_or(0.0);
        let pixels = airy_pixels(working(camera.exposure.aperture.exact(), m), GREEN, pitch);
        if pixels > 3.0 {
            notes.push(format!("Diffraction: the finest point is {pixels:.1} pixels wide."));
        }
    }
    let iso = camera.exposure.iso.stops_over_100();
    if let Some(body) = &camera.body {
        let over = iso - body.base_iso.stops_over_100();
        if over > 0.3 {
            notes.push(format!("Grain: {} over the base ISO.", Stops::of(over).size()));
        }
    }
    if let Some(ghost) = before.holds.movement.zip(levels.room_level).and_then(|(m, room)| m.ghost(room, camera.exposure.shutter)) {
        notes.push(format!("Ghost of the movement: {:.0} mm long, {} from the flash.", ghost.smear, ghost.level));
    }
    if let Some(mixed) = mixture(after, levels, RoomPlace::Sitter) {
        let mixed = mixed.correlated();
        notes.push(format!("Colour at the sitter: {:.0} K, {}.", (mixed.kelvin() / 10.0).round() * 10.0, mixed.tint()));
    }
    notes
}
