//! Which module stands on which: each may name only those before it.

use ink_lamp_house::House;

#[test]
fn every_module_names_only_what_stands_below_it() {
    let floors = [
        "tone", "view", "sitter", "tree", "map", "kernel", "seen", "subject", "pose", "set", "lit", "shade", "numbers", "card", "foretold",
    ];
    assert_eq!(House::problems(env!("CARGO_MANIFEST_DIR"), &floors), [] as [String; 0]);
}

/// Vector instructions are the one reason for `unsafe`, and the kernel its one place.
#[test]
fn only_the_kernel_is_unsafe() {
    let mut found = Vec::new();
    let mut folders = vec![std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("src")];
    while let Some(folder) = folders.pop() {
        for entry in std::fs::read_dir(folder).unwrap() {
            let path = entry.unwrap().path();
            if path.is_dir() {
                folders.push(path);
            } else if std::fs::read_to_string(&path).unwrap().contains("unsafe {") {
                found.push(path);
            }
        }
    }
    assert!(!found.is_empty() && found.iter().all(|p| p.parent().unwrap().ends_with("src/kernel")), "{found:?}");
}
