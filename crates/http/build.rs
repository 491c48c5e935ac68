//! The front end is embedded from `web/dist`. It must exist when this compiles, or every page would be missing.

use std::{fs, path::Path};

fn main() {
    let dist = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../web/dist");
    if let Err(error) = fs::create_dir_all(&dist) {
        println!("cargo::warning={}: {error}", dist.display());
    }
    println!("cargo::rerun-if-changed={}", dist.display());
}
