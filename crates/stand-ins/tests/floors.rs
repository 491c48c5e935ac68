//! Which module stands on which: each may name only those before it.

use ink_lamp_house::House;

#[test]
fn every_module_names_only_what_stands_below_it() {
    assert_eq!(
        House::problems(env!("CARGO_MANIFEST_DIR"), &["truth", "fault", "studio", "camera", "lives", "kept", "told", "join", "bridge"]),
        [] as [String; 0]
    );
}
