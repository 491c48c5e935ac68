//! `Board::of` for a full setup, and what a long tape costs to replay.
#![allow(clippy::unwrap_used, missing_docs)]

use std::hint::black_box;

use criterion::{Criterion, criterion_group, criterion_main};
use ink_lamp_advice::board::Board;
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use serde_json::json;

fn entry(value: serde_json::Value) -> Entry {
    serde_json::from_value(value).unwrap()
}

/// Eight lights, each with a unit, a dial and a place, and 200 readings.
fn long_tape() -> Vec<Entry> {
    let mut tape = vec![
        entry(json!({"camera": {"aperture": "8", "shutter": "1/160", "iso": "100", "sync": "1/200"}})),
        entry(json!({"reading": {"of": "room", "shows": "1.4 3", "iso": "200", "shutter": "1/125"}})),
        entry(json!({"ratio": {"target": {"ratio": 3.0, "convention": "lit_shadow", "anchor": "lit_side"}}})),
    ];
    let lights = ["key", "fill", "rim", "ground", "hair", "rim-2", "ground-2", "key-2"];
    for id in lights {
        let role = id.split('-').next().unwrap();
        let scale = json!({"fractions": {"lowest": 256, "step": "tenths"}});
        let unit = json!({"name": "Taper 400", "rated": 400.0, "scale": scale});
        tape.push(entry(
            json!({"light": {"light": id, "role": role, "unit": unit, "dial": "1/8", "modifier": "Octa 90", "distance": 1.5}}),
        ));
    }
    for n in 0..200 {
        let shows = format!("5.6 {}", n % 10);
        tape.push(entry(json!({"reading": {"of": lights[n % 8], "shows": shows, "iso": "200", "shutter": "1/125"}})));
    }
    tape
}

fn benches(c: &mut Criterion) {
    let tape = long_tape();
    let setup = Setup::replay(&tape).unwrap();
    c.bench_function("Board::of, 8 lights after 200 readings", |b| b.iter(|| Board::of(black_box(&setup))));
    c.bench_function("Setup::apply, one reading", |b| b.iter(|| black_box(&setup).apply(&tape[100]).unwrap()));
    c.bench_function("Setup::replay, 211 entries", |b| b.iter(|| Setup::replay(black_box(&tape)).unwrap()));
}

criterion_group!(board, benches);
criterion_main!(board);
