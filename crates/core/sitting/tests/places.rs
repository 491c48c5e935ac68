//! What stands where, and what a move does to it.
#![allow(clippy::unwrap_used, missing_docs)]

use ink_lamp_sitting::{entry::Entry, light::Standing, setup::Setup};
use ink_lamp_tapes::{
    entries::{at, light, reads, studio},
    kit::octa,
    setup, then,
    whole::framed,
};
use proptest::prelude::*;
use serde_json::{Value, json};

#[test]
fn what_can_not_be_is_refused_with_its_field() {
    let s = setup(&[framed(), studio(&json!({})), light("key", &json!({"rig": {"shape": octa(1.0)}}))]);
    let refused = |entry: Value| {
        let read: Result<Entry, _> = serde_json::from_value(entry.clone());
        read.map_err(|e| e.to_string()).and_then(|e| s.apply(&e).map_err(|r| format!("{}: {}", r.field, r.message))).unwrap_err()
    };
    assert!(
        refused(json!({"placed": {"light": "key", "around": {"distance": 0.5, "round": 0, "height": 2.5}}})).starts_with("around.distance")
    );
    assert!(refused(json!({"placed": {"light": "nobody"}})).starts_with("light"));
    assert!(refused(json!({"placed": {"light": "key", "place": {"at": {"x": 0, "y": -1, "z": 0}}}})).contains("y of a place"));
    assert!(
        refused(json!({"placed": {"light": "key", "place": {"at": {"x": 1, "y": 1, "z": 1}, "aim": {"x": 1, "y": 1, "z": 1}}}}))
            .starts_with("place.aim")
    );
    assert!(refused(studio(&json!({"camera": {"at": {"x": 0, "y": 1.25, "z": 0.1}, "aim": 1, "upright": true}}))).starts_with("camera.at"));
    assert!(refused(json!({"ground_tone": {"tone": {"grey": {"level": 5}}}})).starts_with("tone.grey.level"));
}

#[test]
fn a_sitter_who_moves_leaves_no_dust_in_the_record() {
    let room = json!({"ground": {"kind": "wall", "behind": 2.2, "width": 4, "reflectance": 0.3},
        "walls": {"left": 2.1, "right": 2.1, "behind": 2.2, "before": 3.8, "ceiling": 2.9, "reflectance": 0.7, "ceiling_reflectance": 0.4, "floor_reflectance": 0.2},
        "windows": [{"wall": "left", "along": 0.3, "width": 1.2}],
        "panels": [{"kind": "white", "at": {"x": 0.7, "y": 1.2, "z": 0.2}, "width": 0.9, "height": 1.2, "facing": -100}]});
    let begun = setup(&[studio(&room), light("key", &json!({"rig": {"shape": octa(1.0)}})), at("key", -0.7, 1.9, 0.7)]);
    let step = |s: &Setup, x: f64, z: f64| then(s, json!({"sitter_moved": {"x": x, "z": z}}));
    // There and back in steps of five centimetres is nowhere.
    let there = (0..7).fold(begun.clone(), |s, _| step(&s, 0.05, -0.05));
    let panel = there.studio.as_ref().unwrap().panels[0].at;
    assert_eq!(panel, serde_json::from_value(json!({"x": 0.35, "y": 1.2, "z": 0.55})).unwrap());
    let back = (0..7).fold(there, |s, _| step(&s, -0.05, 0.05));
    assert_eq!(back.studio, begun.studio);
    assert_eq!(back.lights[0].place.unwrap().at, begun.lights[0].place.unwrap().at);
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 200, ..ProptestConfig::default() })]

    /// There and back again carries nothing.
    #[test]
    fn a_light_that_comes_back_reads_as_before(x in -2.0..2.0f64, y in 1.0..2.5f64, z in 0.4..2.5f64) {
        let s = setup(&[framed(), studio(&json!({})), light("key", &json!({"rig": {"shape": octa(1.0)}})), at("key", 0.5, 1.8, 1.2), reads("key", "5.6 0")]);
        let there = then(&s, at("key", x, y, z));
        let back = then(&there, at("key", 0.5, 1.8, 1.2));
        if let Standing::Carried { by, .. } = back.lights[0].reading.as_ref().unwrap().standing {
            prop_assert!(by.get().abs() < 1e-9, "{by}");
        }
    }
}
