//! Which module stands on which: each may name only those before it.

use ink_lamp_house::House;

#[test]
fn every_module_names_only_what_stands_below_it() {
    let floors = [
        "error",
        "door_role",
        "patience",
        "formats",
        "stored",
        "shot",
        "came",
        "entity",
        "changes",
        "migration",
        "turns",
        "store",
        "audit",
        "sessions",
        "accounts",
        "codes",
        "learnt",
        "kit",
        "state",
        "effects",
        "record",
        "append",
        "new_look",
        "setups",
        "shares",
        "sittings",
        "starts",
        "purge",
        "tape",
        "frames",
        "watched",
        "came_in",
        "runs",
        "upgrade",
        "testing",
    ];
    // The database layer wants both sides of a relation to name each other.
    assert_eq!(House::problems(env!("CARGO_MANIFEST_DIR"), &floors), ["in entity: a circle, setup -> sitting -> setup"]);
}
