//! How long a picture takes: 480 × 600, five lights, the clock mender. Needs what he sees of himself worked out: `INK_LAMP_PICTURES`, or it is done first.
#![allow(clippy::unwrap_used, missing_docs, clippy::cast_precision_loss)]

#[allow(dead_code, reason = "the tests use the rest")]
#[path = "../tests/picture/studio.rs"]
mod studio;

use criterion::{Criterion, criterion_group, criterion_main};
use ink_lamp_picture::{
    foretold::{Easel, Wanted},
    lit::Care,
    set::{Set, Source},
};
use studio::{SUBJECT, disc, emitter, lamp, rectangle, set, source};

fn lights() -> Vec<Source> {
    let at = |round: f64, up: f64, away: f64, outline, stops: f64| source(&emitter(lamp(round, up, away, outline), 1.0, None), stops);
    vec![
        at(42.0, 35.0, 1.5, rectangle(0.9, 1.2), 0.0),
        at(-35.0, 5.0, 2.0, disc(1.5), -2.0),
        at(-145.0, 30.0, 1.8, rectangle(0.3, 1.2), 0.3),
        at(160.0, -20.0, 0.9, disc(0.18), -2.5),
        at(-70.0, 10.0, 1.8, rectangle(0.6, 0.9), -2.0),
    ]
}

fn moving(grey: bool) -> Wanted {
    Wanted { width: 480, height: 600, grey, care: Care::Moving, card: false, patches: Some(Vec::new()) }
}

/// Draws again and again, with something else each time.
fn again(c: &mut Criterion, name: &str, wanted: &Wanted, mut change: impl FnMut(&mut Set, u32)) {
    let (mut easel, mut set, mut n) = (Easel::default(), set(lights()), 0);
    easel.draw(&SUBJECT, &set, wanted);
    c.bench_function(name, |b| {
        b.iter(|| {
            n += 1;
            change(&mut set, n);
            easel.draw(&SUBJECT, &set, wanted)
        });
    });
}

fn pictures(c: &mut Criterion) {
    let round = |n: u32| 20.0 + f64::from(n % 40);
    let put = |set: &mut Set, n: usize, source: Source| set.sources[n] = source;
    again(c, "power turned", &moving(false), |set, n| set.sources[0].sends *= if n % 2 == 0 { 1.1 } else { 1.0 / 1.1 });
    again(c, "power turned, grey", &moving(true), |set, n| set.sources[0].sends *= if n % 2 == 0 { 1.1 } else { 1.0 / 1.1 });
    again(c, "box 90x120 moved at 1.5 m", &moving(false), |set, n| {
        put(set, 0, source(&emitter(lamp(round(n), 35.0, 1.5, rectangle(0.9, 1.2)), 1.0, None), 0.0));
    });
    again(c, "dish 18 moved at 1.5 m", &moving(false), |set, n| {
        put(set, 0, source(&emitter(lamp(round(n), 35.0, 1.5, disc(0.18)), 1.0, None), 0.0))
    });
    again(c, "disc of 1.5 m moved at 0.8 m", &moving(false), |set, n| {
        put(set, 0, source(&emitter(lamp(round(n), 35.0, 0.8, disc(1.5)), 1.0, None), 0.0))
    });
    again(c, "head turned", &moving(false), |set, n| {
        let (sin, cos) = (f64::from(n % 40) - 20.0).to_radians().sin_cos();
        set.held.ahead = glam::Vec3::new(sin as f32, 0.0, cos as f32);
        set.held.right = glam::Vec3::new(cos as f32, 0.0, -sin as f32);
    });
    let rest = Wanted { care: Care::Rest, ..moving(false) };
    again(c, "at rest after a light was moved", &rest, |set, n| {
        put(set, 0, source(&emitter(lamp(round(n), 35.0, 1.5, rectangle(0.9, 1.2)), 1.0, None), 0.0));
    });
}

criterion_group! { name = benches; config = Criterion::default().sample_size(30); targets = pictures }
criterion_main!(benches);
