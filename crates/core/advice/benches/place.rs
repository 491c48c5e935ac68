//! The plan while a light is dragged: contours of the chosen light, and the board.
#![allow(clippy::unwrap_used, missing_docs)]

use criterion::{Criterion, criterion_group, criterion_main};
use ink_lamp_advice::{
    board::Board,
    plan::{Plan, PlanQuestion},
};
use ink_lamp_tapes::whole;

fn plans(c: &mut Criterion) {
    let setup = whole::four_lights();
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
