//! How long it takes until a file is a picture, and a picture is measured: a JPEG of 24 million pixels, as cameras write it.
#![allow(clippy::unwrap_used, missing_docs)]

use std::time::Duration;

use criterion::{Criterion, criterion_group, criterion_main};
use ink_lamp_photo::{
    levels::Levels,
    mixed::layers::{Layers, Source},
    open::Photo,
    picture::Picture,
    tones::{Patch, PatchTone, Tones},
};

/// A picture with something in it: a JPEG of one grey is read in no time.
fn frame(width: usize, height: usize) -> Picture {
    let value = |i: usize| {
        let (x, y) = (i % width, i / width);
        let grain = (x.wrapping_mul(2_654_435_761) ^ y.wrapping_mul(40_503)) >> 7 & 15;
        [(x * 200 / width + grain) as u8, (y * 200 / height + grain) as u8, ((x + y) * 100 / (width + height) + grain) as u8]
    };
    Picture { width, height, values: (0..width * height).map(value).collect() }
}

fn photo(c: &mut Criterion) {
    let file = frame(6000, 4000).to_jpeg().unwrap();
    let mut group = c.benchmark_group("photo");
    group.sample_size(10).measurement_time(Duration::from_secs(8));
    group.bench_function("24 megapixels, from file to picture", |b| b.iter(|| Photo::open(&file).unwrap()));
    let plain = Levels::plain();
    let kept = Photo::open(&file).unwrap().picture;
    group.bench_function("kept as JPEG", |b| b.iter(|| kept.to_jpeg().unwrap()));
    let jpeg = kept.to_jpeg().unwrap();
    group.bench_function("kept picture read again", |b| b.iter(|| Picture::from_jpeg(&jpeg).unwrap()));
    group.bench_function("tones of all of it and of nine patches", |b| {
        b.iter(|| {
            let patch = |n: usize| PatchTone::of(&kept, Patch { x: n as f32 / 10.0, y: 0.5, radius: 0.02 }, &plain);
            (Tones::of(&kept, &plain), (0..9).map(patch).collect::<Vec<_>>())
        });
    });
    group.finish();
}

/// Six lights and the room at 960 × 1200: what follows the hand on a dial.
fn mixed(c: &mut Criterion) {
    let frames: Vec<Picture> = (0..7).map(|n| frame(960 + n, 1200 + n).within(1200)).collect();
    let alone = |picture| Source { picture, factors: (1.0, 1.0) };
    let sources: Vec<Source> = frames[1..].iter().map(alone).collect();
    let mut group = c.benchmark_group("mixed");
    group.measurement_time(Duration::from_secs(8));
    let plain = Levels::plain();
    let layers = Layers::of(Some((&frames[0], 1.0)), &sources, None, &plain).unwrap();
    let patches: Vec<Patch> = (0..9).map(|n| Patch { x: n as f32 / 10.0, y: 0.5, radius: 0.02 }).collect();
    let mut turned = 0u8;
    group.bench_function("six lights at 960 x 1200, picture and numbers", |b| {
        b.iter(|| {
            turned = turned.wrapping_add(1);
            let mixed = layers.picture(&[1.0, 0.7, 0.4 + f32::from(turned) / 512.0, 0.2, 0.3, 0.1, 0.2]);
            (Tones::of(&mixed, &plain), PatchTone::of_all(&mixed, &patches, &plain), layers.sums(&patches))
        });
    });
    let mix = layers.picture(&[0.3; 7]);
    group.bench_function("its JPEG", |b| b.iter(|| mix.to_jpeg_for_screens().unwrap()));
    group.sample_size(10);
    group.bench_function("seven frames taken apart", |b| {
        b.iter(|| Layers::of(Some((&frames[0], 1.0)), &sources, Some(&frames[1]), &plain).unwrap())
    });
    group.finish();
}

criterion_group!(benches, photo, mixed);
criterion_main!(benches);
