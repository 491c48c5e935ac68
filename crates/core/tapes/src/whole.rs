//! Whole tapes.

use ink_lamp_sitting::{entry::Entry, setup::Setup};
use serde_json::{Value, json};

use crate::{
    entries::{aperture, at, camera, camera_with, light, ratio, reads, room, studio},
    entry,
    kit::{body, lens, octa, quick_body, quick_unit, softbox, taper},
    setup, with,
};

/// Room removed, f/8, 3 : 1 lit : shadow, the key on its target.
#[must_use]
pub fn begun() -> Setup {
    setup([room("1.4 3", "200", "1/125"), camera("8", "1/160", "100"), ratio(3.0), reads("key", "5.6 4")])
}

/// Room read, f/8, 1/125, ISO 100, 3 : 1 lit : shadow.
#[must_use]
pub fn decided() -> Setup {
    setup([room("1 0", "100", "1/8"), aperture("8"), ratio(3.0)])
}

/// A light in an octa.
#[must_use]
pub fn in_octa(id: &str, unit: &Value, dial: &str, distance: f64, rig: &Value) -> Value {
    light(id, &json!({"unit": unit, "dial": dial, "modifier": "Octa 90", "distance": distance, "rig": rig}))
}

/// Eight lights, each with a unit, a dial and a place, and 200 readings.
#[must_use]
pub fn long() -> Vec<Entry> {
    let synced = camera_with("8", "1/160", "100", &json!({"sync": "1/200"}));
    let mut tape = vec![synced, room("1.4 3", "200", "1/125"), ratio(3.0)];
    let lights = ["key", "fill", "rim", "ground", "hair", "rim-2", "ground-2", "key-2"];
    let put = json!({"unit": taper(256, "tenths"), "dial": "1/8", "modifier": "Octa 90", "distance": 1.5});
    tape.extend(lights.map(|id| light(id, &put)));
    let read = |n: usize| json!({"reading": {"of": lights[n % 8], "shows": format!("5.6 {}", n % 10), "iso": "200", "shutter": "1/125"}});
    tape.extend((0..200).map(read));
    tape.into_iter().map(entry).collect()
}

/// A room with an octa, an umbrella, a strip with a grid, and a cone on the ground, all read.
#[must_use]
pub fn four_lights() -> Setup {
    let front = |id: &str, rig: &Value| light(id, &json!({"modifier": "Front", "rig": rig}));
    let umbrella = json!({"kind": "umbrella", "size": {"round": {"diameter": 1.0}}, "loss": 1.5, "beam": {"exponent": 2}});
    let strip = with(softbox(0.3, 0.9), &json!({"kind": "strip", "loss": 1.6}));
    let cone = json!({"kind": "cone", "loss": 0.3, "beam": {"half_angle": 30}});
    let room = json!({"camera": {"at": {"x": 0, "y": 1.3, "z": 2}, "aim": 1.15, "upright": true},
        "ground": {"kind": "wall", "behind": 2.2, "width": 4.2, "reflectance": 0.3},
        "walls": {"left": 2.1, "right": 2.1, "behind": 2.2, "before": 3.8, "ceiling": 2.9, "reflectance": 0.7, "ceiling_reflectance": 0.4,
            "floor_reflectance": 0.2}});
    setup([
        camera("8", "1/160", "100"),
        studio(&room),
        front("key", &json!({"shape": octa(1.5)})),
        front("fill", &json!({"shape": umbrella})),
        front("rim", &json!({"shape": strip, "grid": {"angle": 40, "loss": 1}})),
        front("ground", &json!({"shape": cone})),
        at("key", -0.74, 1.85, 0.74),
        at("fill", 0.9, 1.75, 1.94),
        at("rim", 0.72, 1.95, -1.25),
        at("ground", -0.95, 0.6, -1.25),
        reads("key", "5.6 4"),
        reads("fill", "4 4"),
        reads("rim", "8 3"),
        reads("ground", "5.6 0"),
    ])
}

/// A camera whose lens and sensor are known, two metres before the sitter.
#[must_use]
pub fn framed() -> Value {
    camera_with("8", "1/160", "100", &json!({"focal": 85, "body": body(&json!({})), "lens": lens()}))
}

/// A window two stops under f/1.4, 1/250, ISO 200, and a key and a fill that are right there.
#[must_use]
pub fn bright_room() -> Vec<Value> {
    vec![
        camera_with("1.4", "1/250", "200", &json!({"body": quick_body(true), "lens": lens(), "sitter": 1.5})),
        // f/0.7 at the camera's own settings: 2 stops under f/1.4.
        reads("room", "0.7 0"),
        json!({"holds": {"filters": [{"name": "ND 0.9", "loss": 3}]}}),
        quick_light("key", "1/64", 1.5),
        quick_light("fill", "1/128", 2.2),
        ratio(3.0),
        reads("key", "1 8"),
        reads("fill", "0.7 8"),
    ]
}

/// A light with a unit that has high-speed sync.
#[must_use]
pub fn quick_light(id: &str, dial: &str, distance: f64) -> Value {
    light(id, &json!({"unit": quick_unit("Taper 400", true), "dial": dial, "distance": distance}))
}
