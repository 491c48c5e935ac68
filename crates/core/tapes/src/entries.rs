//! Entries, as the API sends them.

use serde_json::{Value, json};

use crate::with;

/// The camera's three settings.
#[must_use]
pub fn camera(aperture: &str, shutter: &str, iso: &str) -> Value {
    camera_with(aperture, shutter, iso, &json!({}))
}

/// The aperture, at 1/125 and ISO 100.
#[must_use]
pub fn aperture(aperture: &str) -> Value {
    camera(aperture, "1/125", "100")
}

/// All three with a body, a lens, filters, a sync time, …
#[must_use]
pub fn camera_with(aperture: &str, shutter: &str, iso: &str, more: &Value) -> Value {
    json!({"camera": with(json!({"aperture": aperture, "shutter": shutter, "iso": iso}), more)})
}

/// A light read alone, or `whole`, at the camera's own settings.
#[must_use]
pub fn reads(of: &str, shows: &str) -> Value {
    json!({"reading": {"of": of, "shows": shows}})
}

/// A reading that says how it was taken.
#[must_use]
pub fn read_how(of: &str, shows: &str, how: &Value) -> Value {
    json!({"reading": {"of": of, "shows": shows, "how": how}})
}

/// The room read at the meter's own settings.
#[must_use]
pub fn room(shows: &str, iso: &str, shutter: &str) -> Value {
    json!({"reading": {"of": "room", "shows": shows, "iso": iso, "shutter": shutter}})
}

/// A ratio, lit : shadow, the lit side on 0.
#[must_use]
pub fn ratio(ratio: f64) -> Value {
    ratio_by(ratio, "lit_shadow", "lit_side")
}

/// A ratio by a convention, from an anchor.
#[must_use]
pub fn ratio_by(ratio: f64, convention: &str, anchor: &str) -> Value {
    json!({"ratio": {"target": {"ratio": ratio, "convention": convention, "anchor": anchor}}})
}

/// A light of the role that its id begins with: unit, dial, modifier, distance, rig, …
#[must_use]
pub fn light(id: &str, more: &Value) -> Value {
    json!({"light": with(json!({"light": id, "role": id.split('-').next()}), more)})
}

/// A light at a point.
#[must_use]
pub fn at(id: &str, x: f64, y: f64, z: f64) -> Value {
    json!({"placed": {"light": id, "place": {"at": {"x": x, "y": y, "z": z}}}})
}

/// A light so many degrees round (left is negative) and up, at a slant distance, from eyes at [`EYES`].
#[must_use]
pub fn around(id: &str, round: f64, up: f64, distance: f64) -> Value {
    json!({"placed": {"light": id, "around": {"distance": distance, "round": round, "height": EYES + distance * up.to_radians().sin()}}})
}

/// How high the eyes are in [`studio`], metres.
pub const EYES: f64 = 1.25;

/// A sitter whose eyes are at [`EYES`], the camera two metres before at the same height; and ground, walls, panels, …
#[must_use]
pub fn studio(more: &Value) -> Value {
    let studio = json!({"sitter": {"face": EYES, "facing": 0, "chin": 0}, "camera": {"at": {"x": 0, "y": EYES, "z": 2}, "aim": 1.15, "upright": true}});
    json!({"studio": with(studio, more)})
}

/// The transmitter, by radio, that sends powers; or what is said of it instead.
#[must_use]
pub fn spill(more: &Value) -> Value {
    let sends = json!({"name": "Spill", "link": "radio", "groups": 5, "channels": 32, "control": "power", "step": "tenths"});
    json!({"transmitter": {"transmitter": with(sends, more)}})
}
