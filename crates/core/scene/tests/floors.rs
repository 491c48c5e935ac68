//! Which module stands on which: each may name only those before it.

use ink_lamp_house::House;

#[test]
fn every_module_names_only_what_stands_below_it() {
    let floors = [
        "levels",
        "whole",
        "turn",
        "mixture",
        "stage",
        "sitter",
        "energy",
        "extent",
        "contours",
        "overhead",
        "in_picture",
        "rims",
        "returned",
        "spilt",
        "room_side",
        "face",
        "eyes",
        "range",
        "ground",
        "shutter",
        "freeze",
        "stands_at",
        "scene",
        "aim",
        "daylight",
        "meter_shows",
        "outlook",
        "stand",
        "held",
        "effect",
    ];
    assert_eq!(House::problems(env!("CARGO_MANIFEST_DIR"), &floors), [] as [String; 0]);
}
