//! The picture on vectors and on plain arrays. Alone in its process: what the loops run on is decided once, for all of it.

#![allow(clippy::unwrap_used)]

#[allow(dead_code, reason = "the other tests use the rest")]
#[path = "picture/studio.rs"]
mod studio;

use ink_lamp_picture::{foretold::Easel, kernel, lit::Care, pose::Grain};
use studio::{SUBJECT, emitter, lamp, rectangle, set, source};

/// No value of any pixel differs by more than one.
#[test]
fn a_machine_without_vectors_gets_the_same_picture() {
    if !kernel::is_vector() {
        return;
    }
    let lamps = [
        source(&emitter(lamp(42.0, 35.0, 1.5, rectangle(0.9, 1.2)), 1.0, None), 0.0),
        source(&emitter(lamp(-145.0, 30.0, 1.8, rectangle(0.3, 1.2)), 1.0, Some(40.0)), 0.3),
    ];
    let set = set(lamps.to_vec());
    let view = set.view(240, 300).0;
    let draw = || [Care::Moving, Care::Rest].map(|care| Easel::default().pixels(&SUBJECT, &set, &view, care, Grain::Fine, false));
    let vector = draw();
    kernel::use_plain();
    assert!(!kernel::is_vector());
    let plain = draw();
    for (a, b) in vector.iter().zip(&plain) {
        let most = a.bytes.iter().zip(&b.bytes).map(|(a, b)| a.abs_diff(*b)).max();
        assert!(most <= Some(1), "{most:?}");
        assert!(a.bytes.iter().any(|b| *b > 100), "an empty picture would agree with any other");
    }
}
