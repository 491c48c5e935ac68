//! `Board::of` for a full setup, and what a long tape costs to replay.
#![allow(clippy::unwrap_used, missing_docs)]

use std::hint::black_box;

use criterion::{Criterion, criterion_group, criterion_main};
use ink_lamp_advice::board::Board;
use ink_lamp_sitting::setup::Setup;
use ink_lamp_tapes::whole;

fn benches(c: &mut Criterion) {
    let tape = whole::long();
    let setup = Setup::replay(&tape).unwrap();
    c.bench_function("Board::of, 8 lights after 200 readings", |b| b.iter(|| Board::of(black_box(&setup))));
    c.bench_function("Setup::apply, one reading", |b| b.iter(|| black_box(&setup).apply(&tape[100]).unwrap()));
    c.bench_function("Setup::replay, 211 entries", |b| b.iter(|| Setup::replay(black_box(&tape)).unwrap()));
}

criterion_group!(board, benches);
criterion_main!(board);
