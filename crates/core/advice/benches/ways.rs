//! How long the ways to a wish take to find.
#![allow(clippy::unwrap_used, missing_docs)]

use std::hint::black_box;

use criterion::{Criterion, criterion_group, criterion_main};
use ink_lamp_advice::ways::Ways;
use ink_lamp_sitting::setup::Setup;
use ink_lamp_tapes::setup;
use serde_json::json;

/// As large as the issue asks for: 55 shutter times (30 s to 1/8000 in thirds), past sync by high-speed sync, 30 apertures (f/0.9 to f/25), 20
/// ISO (50 to 4000), three filters that make six sets with the pairs, five lights.
fn large() -> Setup {
    let mut entries = vec![
        json!({"camera": {"aperture": "1.4", "shutter": "1/250", "iso": "200", "body": {"name": "Loft 35", "shutter": {"focal_plane": {"sync": "1/250"}},
            "high_speed": true, "fastest": "1/8000", "slowest": "30", "base_iso": "100", "lowest_iso": "50", "iso_cap": "4000", "steps": "thirds"},
            "lens": {"name": "Wide open 50", "focal": {"from": 50, "to": 50}, "widest": "0.9", "smallest": "25"}}}),
        json!({"reading": {"of": "room", "shows": "0.7 0"}}),
        json!({"holds": {"slowest": "30", "filters": [{"name": "ND 0.3", "loss": 1}, {"name": "ND 0.9", "loss": 3}, {"name": "ND 1.2", "loss": 4}]}}),
        json!({"ratio": {"target": {"ratio": 3, "convention": "lit_shadow", "anchor": "lit_side"}}}),
    ];
    for (id, role, reads) in
        [("key", "key", "1 8"), ("fill", "fill", "0.7 8"), ("rim", "rim", "1.4 3"), ("hair", "hair", "1 9"), ("ground", "ground", "1 1")]
    {
        entries
            .push(json!({"light": {"light": id, "role": role, "dial": "1/64", "distance": 1.8, "unit": {"name": "Taper 400", "rated": 400,
            "scale": {"fractions": {"lowest": 256, "step": "tenths"}}, "recycle": 0.9, "high_speed": true}}}));
        entries.push(json!({"reading": {"of": id, "shows": reads}}));
    }
    for id in ["rim", "hair", "ground"] {
        entries.push(json!({"target": {"light": id, "level": -0.5}}));
    }
    setup(entries)
}

fn ways(c: &mut Criterion) {
    let stands = large();
    println!("looks at {} combinations", Ways::of(&stands).looked_at);
    c.bench_function("ways of 55 times, 30 apertures, 20 ISO, 6 filter sets, 5 lights", |b| b.iter(|| Ways::of(black_box(&stands))));
}

criterion_group!(benches, ways);
criterion_main!(benches);
