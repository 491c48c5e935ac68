//! Writes the scenes that a path tracer is to render, and what is drawn here of them.
//!
//! `cargo run --release -p ink-lamp-picture --example reference -- FOLDER` writes a mesh (PLY) for each sitter and `scenes.json`; then
//! `tests/reference.py FOLDER tests/data/reference.txt` renders them and keeps sampled pixels. `tests/picture/reference.rs` compares.
#![allow(clippy::expect_used, clippy::unwrap_used, missing_docs, reason = "a tool: it stops where it can't go on")]

#[allow(dead_code, reason = "the tests use the rest")]
#[path = "../tests/picture/patterns.rs"]
mod patterns;
#[allow(dead_code, reason = "the tests use the rest")]
#[path = "../tests/picture/studio.rs"]
mod studio;

use std::{fs, io::Write, path::Path};

use glam::Vec3;
use ink_lamp_picture::{set::Set, subject::Subject};
use ink_lamp_sitting::studio::StandIn;
use patterns::{Kind, kinds, patterns, placed, scene};
use serde_json::json;

/// So many pixels of each kind are kept for a scene; of skin more where little of it is lit.
const fn samples(rim: bool) -> [(Kind, usize); 4] {
    [(Kind::Skin, if rim { 1600 } else { 400 }), (Kind::Hair, 120), (Kind::Garment, 100), (Kind::Ground, 120)]
}

fn main() {
    let folder = std::env::args().nth(1).expect("a folder");
    let folder = Path::new(&folder);
    fs::create_dir_all(folder).expect("the folder can be made");
    let mut scenes = Vec::new();
    for face in StandIn::ALL {
        let subject = studio::subject(face);
        let name = format!("{face:?}");
        for (pattern, emitter) in patterns() {
            let (set, view) = scene(&emitter);
            ply(&folder.join(format!("{name}.ply")), &subject, &set);
            let kinds = kinds(&subject, &set, &view);
            let mut pixels = Vec::new();
            for (kind, most) in samples(pattern == "rim") {
                let all: Vec<usize> = (0..kinds.len()).filter(|k| kinds[*k] == Some(kind)).collect();
                let count = most.min(all.len());
                // Spread over all of them by the golden ratio.
                pixels.extend(
                    (0..count).map(|n| {
                        json!([all[(n as f64 * 0.618_033_988_749_9).fract().mul_add(all.len() as f64, 0.0) as usize], kind.name()])
                    }),
                );
            }
            let front = &set.sources[0].front;
            let three = |v: Vec3| json!([v.x, v.y, v.z]);
            scenes.push(json!({
                "sitter": name, "pattern": pattern, "mesh": format!("{name}.ply"), "round": front.round, "at": three(front.at), "axis": three(front.axis),
                "beam": front.beam, "across": three(front.across), "along": three(front.along), "radiance": set.sources[0].sends.x, "wall": set.back.z,
                "lens": three(view.at), "toward": three(view.at + view.forward), "tall": view.tall, "width": view.width, "height": view.height, "pixels": pixels,
            }));
        }
    }
    fs::write(folder.join("scenes.json"), serde_json::to_string(&scenes).expect("JSON")).expect("the folder can be written");
}

fn ply(path: &Path, subject: &Subject, set: &Set) {
    let (at, mesh) = (placed(subject, set), &subject.sitter.mesh);
    let mut out = std::io::BufWriter::new(fs::File::create(path).expect("the folder can be written"));
    let head = format!(
        "ply\nformat binary_little_endian 1.0\nelement vertex {}\nproperty float x\nproperty float y\nproperty float z\nproperty float nx\nproperty float ny\nproperty float nz\nelement face {}\nproperty list uchar int vertex_indices\nend_header\n",
        at.len(),
        mesh.triangles.len()
    );
    out.write_all(head.as_bytes()).expect("written");
    for (p, n) in at.iter().zip(&mesh.normal) {
        for v in [p.x, p.y, p.z, n.x, n.y, n.z] {
            out.write_all(&v.to_le_bytes()).expect("written");
        }
    }
    for t in &mesh.triangles {
        out.write_all(&[3]).expect("written");
        for i in t {
            out.write_all(&i.to_le_bytes()).expect("written");
        }
    }
}
