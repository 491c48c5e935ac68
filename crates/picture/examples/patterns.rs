//! Six patterns of light on all sitters, as one sheet; and how long each picture takes.
//!
//! `cargo run --release -p ink-lamp-picture --example patterns -- FOLDER [WIDTH [SITTER...]]` keeps what sitters see in FOLDER and writes `patterns.png` there.

#![allow(clippy::expect_used, reason = "a tool for whoever looks at pictures: it stops where it can't go on")]

use std::{path::Path, sync::Arc, time::Instant};

use glam::{DVec3, Vec3};
use ink_lamp_light::field::{Emitter, Front as Core, Outline};
use ink_lamp_picture::{
    foretold::Easel,
    lit::Care,
    pose::Grain,
    seen::{self, Progress, kept},
    set::{Back, Front, Lens, Set, Source},
    sitter::Sitter,
    subject::Subject,
    tree::Tree,
    view::Held,
};
use ink_lamp_sitting::studio::StandIn;

/// A light round the face, degrees and metres, with a level in stops where the face is.
fn lamp(round: f64, up: f64, away: f64, outline: Outline, stops: f64) -> Source {
    let face = DVec3::new(0.0, 1.25, 0.0);
    let (round, up) = (round.to_radians(), up.to_radians());
    let at = face + DVec3::new(round.sin() * up.cos(), up.sin(), round.cos() * up.cos()) * away;
    let emitter = Emitter::new(Core::new(at, face - at, DVec3::Y, outline), 1.0, None);
    let front = Front::of(&emitter);
    let sends = stops.exp2() / (emitter.facing(face) * std::f64::consts::PI * f64::from(front.area));
    Source { light: None, front, sends: Vec3::splat(sends as f32), returns: Vec3::ZERO, burns: false, over: Vec::new() }
}

fn disc(d: f64) -> Outline {
    Outline::Disc { radius: d / 2.0 }
}

fn pattern(name: &str) -> Vec<Source> {
    let rectangle = |width, height| Outline::Rectangle { width, height };
    match name {
        "butterfly" => vec![lamp(0.0, 42.0, 1.4, disc(0.55), 0.0)],
        "loop" => vec![lamp(42.0, 35.0, 1.5, rectangle(0.9, 1.2), 0.0)],
        "rembrandt" => vec![lamp(55.0, 40.0, 1.5, disc(0.5), 0.0)],
        "split" => vec![lamp(90.0, 8.0, 1.5, disc(0.5), 0.0)],
        "rim" => vec![lamp(145.0, 25.0, 1.6, rectangle(0.3, 1.2), 0.8)],
        "overhead" => vec![lamp(0.0, 80.0, 1.2, disc(0.42), 0.0)],
        _ => vec![
            lamp(42.0, 35.0, 1.5, rectangle(0.9, 1.2), 0.0),
            lamp(-35.0, 5.0, 2.0, disc(1.5), -2.0),
            lamp(-145.0, 30.0, 1.8, rectangle(0.3, 1.2), 0.3),
        ],
    }
}

fn set(sources: Vec<Source>) -> Set {
    let origin = Vec3::new(0.0, 1.25, 0.0);
    Set {
        sources,
        room: Vec3::splat(0.03),
        screens: Vec::new(),
        back: Back { z: -1.5, half: f32::INFINITY, reflects: 0.22, room: Vec3::splat(0.03), blur: 0.01, stands_in: false },
        held: Held { origin, right: Vec3::X, up: Vec3::Y, ahead: Vec3::Z },
        lens: Lens { at: origin + Vec3::Z * 2.0, right: Vec3::X, up: Vec3::Y, forward: Vec3::NEG_Z, field: None, upright: true, wide: 0.0 },
        ghost: None,
        unknown: Vec::new(),
    }
}

fn subject(face: StandIn, folder: &Path) -> Subject {
    let sitter: Arc<Sitter> = Sitter::of(face).expect("the sitters that ship can be read");
    let seen = kept::read(folder, &sitter).unwrap_or_else(|| {
        let from = Instant::now();
        let tree = Tree::of(&sitter.mesh.at, &sitter.mesh.triangles);
        let seen = seen::bake(&sitter.mesh, &tree, &Progress::default());
        kept::write(folder, &sitter, &seen).expect("the folder can be written");
        eprintln!("{}: worked out in {:.1} s, {:.1} MB", face.name(), from.elapsed().as_secs_f64(), seen.maps.len() as f64 / 1e6);
        seen
    });
    Subject::of(sitter, seen)
}

fn main() {
    let args: Vec<String> = std::env::args().skip(1).collect();
    let folder = Path::new(args.first().map_or(".", String::as_str));
    let width: usize = args.get(1).and_then(|w| w.parse().ok()).unwrap_or(240);
    let height = width * 5 / 4;
    let names = ["butterfly", "loop", "rembrandt", "split", "rim", "overhead", "three"];
    let faces: Vec<StandIn> = StandIn::ALL.into_iter().filter(|f| args.len() < 3 || args[2..].iter().any(|a| a == f.name())).collect();
    let (across, down) = (width * names.len(), height * faces.len());
    let mut sheet = vec![0u8; across * down * 3];
    for (row, face) in faces.iter().enumerate() {
        let subject = subject(*face, folder);
        let mut easel = Easel::default();
        for (column, name) in names.iter().enumerate() {
            let set = set(pattern(name));
            let view = set.view(width, height).0;
            let mut timed = |care, grain| {
                let from = Instant::now();
                let pixels = easel.pixels(&subject, &set, &view, care, grain, false);
                (pixels, from.elapsed().as_secs_f64() * 1e3)
            };
            let (_, moving) = timed(Care::Moving, Grain::Coarse);
            let (_, again) = timed(Care::Moving, Grain::Coarse);
            let (pixels, rest) = timed(Care::Rest, Grain::Fine);
            eprintln!("{} {name}: moving {moving:.1} ms, power {again:.1} ms, at rest {rest:.1} ms", face.name());
            for y in 0..height {
                let at = ((row * height + y) * across + column * width) * 3;
                sheet[at..at + width * 3].copy_from_slice(&pixels.bytes[y * width * 3..(y + 1) * width * 3]);
            }
        }
    }
    let file = std::fs::File::create(folder.join("patterns.png")).expect("the folder can be written");
    let mut encoder = png::Encoder::new(std::io::BufWriter::new(file), across as u32, down as u32);
    encoder.set_color(png::ColorType::Rgb);
    encoder.write_header().and_then(|mut w| w.write_image_data(&sheet)).expect("the picture is written");
}
