//! The plan while a light is dragged: contours of the chosen light, and the board.
#![allow(clippy::unwrap_used, missing_docs)]

use criterion::{Criterion, criterion_group, criterion_main};
use ink_lamp_advice::{
    board::Board,
    plan::{Plan, PlanQuestion},
};
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use serde_json::json;

/// A net loft with an octa, an umbrella, a strip with a grid, and a cone on the ground, all read.
fn studio() -> Setup {
    let light = |id: &str, shape: serde_json::Value, grid: bool| {
        let rig = if grid { json!({"shape": shape, "grid": {"angle": 40, "loss": 1}}) } else { json!({"shape": shape}) };
        json!({"light": {"light": id, "role": id, "modifier": "Front", "rig": rig}})
    };
    let at = |id: &str, x: f64, y: f64, z: f64| json!({"placed": {"light": id, "place": {"at": {"x": x, "y": y, "z": z}}}});
    let round = |d: f64| json!({"round": {"diameter": d}});
    let entries = [
        json!({"camera": {"aperture": "8", "shutter": "1/160", "iso": "100"}}),
        json!({"studio": {"sitter": {"face": 1.25, "facing": 0, "chin": 0}, "camera": {"at": {"x": 0, "y": 1.3, "z": 2}, "aim": 1.15, "upright": true},
            "ground": {"kind": "wall", "behind": 2.2, "width": 4.2, "reflectance": 0.3}, "walls": {"left": 2.1, "right": 2.1, "behind": 2.2,
            "before": 3.8, "ceiling": 2.9, "reflectance": 0.7, "ceiling_reflectance": 0.4, "floor_reflectance": 0.2}}}),
        light("key", json!({"kind": "octa", "size": round(0.9), "loss": 1.5}), false),
        light("fill", json!({"kind": "umbrella", "size": round(1.0), "loss": 1.5, "beam": {"exponent": 2}}), false),
        light("rim", json!({"kind": "strip", "size": {"rectangle": {"width": 0.3, "height": 0.9}}, "loss": 1.6}), true),
        light("ground", json!({"kind": "cone", "loss": 0.3, "beam": {"half_angle": 30}}), false),
        at("key", -0.74, 1.85, 0.74),
        at("fill", 0.9, 1.75, 1.94),
        at("rim", 0.72, 1.95, -1.25),
        at("ground", -0.95, 0.6, -1.25),
        json!({"reading": {"of": "key", "shows": "5.6 4"}}),
        json!({"reading": {"of": "fill", "shows": "4 4"}}),
        json!({"reading": {"of": "rim", "shows": "8 3"}}),
        json!({"reading": {"of": "ground", "shows": "5.6 0"}}),
    ];
    entries.into_iter().fold(Setup::default(), |s, e| s.apply(&serde_json::from_value::<Entry>(e).unwrap()).unwrap())
}

fn plans(c: &mut Criterion) {
    let setup = studio();
    let ask = |chosen: &str| PlanQuestion { chosen: Some(chosen.to_owned()), ..PlanQuestion::default() };
    for light in ["key", "fill", "rim"] {
        let question = ask(light);
        c.bench_function(&format!("plan with the lines of the {light}"), |b| b.iter(|| Plan::of(&setup, &question)));
    }
    let all = PlanQuestion { others: true, elevation: true, ..ask("key") };
    c.bench_function("plan with all lines and the ground", |b| b.iter(|| Plan::of(&setup, &all)));
    c.bench_function("board with places", |b| b.iter(|| Board::of(&setup)));
}

criterion_group!(benches, plans);
criterion_main!(benches);
