//! A studio for the tests: a sitter, a lamp, a camera.

use std::{
    path::PathBuf,
    sync::{Arc, LazyLock},
};

use glam::{DVec3, Vec3};
use ink_lamp_light::field::{Emitter, Front as Core, Honeycomb, Outline};
use ink_lamp_picture::{
    seen::{self, Progress, Seen, kept},
    set::{Back, Front, Lens, Set, Source},
    sitter::Sitter,
    subject::Subject,
    tree::Tree,
    view::Held,
};
use ink_lamp_sitting::studio::StandIn;

/// The face's place.
pub const FACE: DVec3 = DVec3::new(0.0, 1.25, 0.0);

/// Where what is worked out of sitters is kept, from one run of the tests to the next.
fn folder() -> PathBuf {
    std::env::var_os("INK_LAMP_PICTURES")
        .map_or_else(|| PathBuf::from(option_env!("CARGO_TARGET_TMPDIR").unwrap_or("target/tmp")).join("pictures"), Into::into)
}

fn worked_out(sitter: &Arc<Sitter>) -> Seen {
    kept::read(&folder(), sitter).unwrap_or_else(|| {
        let tree = Tree::of(&sitter.mesh.at, &sitter.mesh.triangles);
        let seen = seen::bake(&sitter.mesh, &tree, &Progress::default());
        kept::write(&folder(), sitter, &seen).unwrap();
        seen
    })
}

/// The clock mender: cropped hair, so that all of the head is skin or cloth.
pub static SUBJECT: LazyLock<Subject> = LazyLock::new(|| subject(StandIn::ClockMender));

/// A sitter, ready to be lit.
pub fn subject(face: StandIn) -> Subject {
    let sitter = Sitter::of(face).unwrap();
    let seen = worked_out(&sitter);
    Subject::of(sitter, seen)
}

pub const fn rectangle(width: f64, height: f64) -> Outline {
    Outline::Rectangle { width, height }
}

pub const fn disc(d: f64) -> Outline {
    Outline::Disc { radius: d / 2.0 }
}

/// A lamp that looks at the face from so many degrees round and up, and so many metres.
pub fn lamp(round: f64, up: f64, away: f64, outline: Outline) -> Core {
    let (round, up) = (round.to_radians(), up.to_radians());
    let out = DVec3::new(round.sin() * up.cos(), up.sin(), round.cos() * up.cos());
    Core::new(FACE + out * away, -out, DVec3::Y, outline)
}

/// As a beam and a grid have it.
pub fn emitter(front: Core, exponent: f64, grid: Option<f64>) -> Emitter {
    Emitter::new(front, exponent, grid.map(Honeycomb::marked))
}

/// A lamp that lies on a level where the face is, in stops.
pub fn source(emitter: &Emitter, stops: f64) -> Source {
    let front = Front::of(emitter);
    let unit = emitter.facing(FACE) * std::f64::consts::PI * f64::from(front.area) / emitter.strength;
    Source { light: Some(0), front, sends: Vec3::splat((stops.exp2() / unit) as f32), returns: Vec3::ZERO, burns: false, over: Vec::new() }
}

/// A set of some lamps before a wall 1.5 m behind.
pub fn set(sources: Vec<Source>) -> Set {
    let origin = FACE.as_vec3();
    Set {
        sources,
        room: Vec3::ZERO,
        screens: Vec::new(),
        back: Back { z: -1.5, half: f32::INFINITY, reflects: 0.18, room: Vec3::ZERO, blur: 0.0, stands_in: false },
        held: Held { origin, right: Vec3::X, up: Vec3::Y, ahead: Vec3::Z },
        lens: Lens { at: origin + Vec3::Z * 2.0, right: Vec3::X, up: Vec3::Y, forward: Vec3::NEG_Z, field: None, upright: true, wide: 0.0 },
        ghost: None,
        unknown: Vec::new(),
    }
}
