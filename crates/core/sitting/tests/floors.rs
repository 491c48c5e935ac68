//! Which module stands on which: each may name only those before it.

use ink_lamp_house::House;

#[test]
fn every_module_names_only_what_stands_below_it() {
    let floors = [
        "kit",
        "role",
        "metered",
        "cautions",
        "camera",
        "schools",
        "supplies",
        "movement",
        "holds",
        "practice",
        "studio",
        "light",
        "room",
        "firing",
        "checks",
        "seen",
        "shots",
        "setup",
        "own",
        "spill",
        "at_shutter",
        "standing",
        "likely",
        "belief",
        "entry",
        "history",
        "usual",
    ];
    assert_eq!(House::problems(env!("CARGO_MANIFEST_DIR"), &floors), [] as [String; 0]);
}
