//! How a sitter lies in its file: a header, a description in JSON, and streams of numbers, packed.
//!
//! `ILSITR01`, the length of the JSON and of everything unpacked (32 bits each, little-endian), then zlib of the JSON and the streams. Numbers are zigzag
//! LEB128; positions are 16-bit shares of the box that holds all, each the difference to the one before.

use std::io::Read;

use flate2::read::ZlibDecoder;
use glam::Vec3;
use ink_lamp_sitting::studio::StandIn;
use serde::Deserialize;
use sha2::{Digest, Sha256};

use super::{
    Sitter,
    mesh::{Colours, Eye, Mesh, Part, Stroke, StrokeKind},
};

/// Why a sitter can't be read.
#[derive(Debug, Clone, thiserror::Error)]
#[error("The sitter's data can't be read: {0}")]
pub struct Unreadable(String);

/// No sitter is larger unpacked.
const LARGEST: u64 = 16 << 20;

#[derive(Deserialize)]
struct Described {
    lo: [f32; 3],
    hi: [f32; 3],
    eyes: [EyeDescribed; 2],
    look: Look,
    counts: Counts,
    streams: Vec<usize>,
}

#[derive(Deserialize)]
struct EyeDescribed {
    c: [f32; 3],
    r: f32,
    axis: [f32; 3],
    cornea_off: f32,
    cornea_r: f32,
    iris_r: f32,
}

#[derive(Deserialize)]
struct Look {
    skin: [f32; 3],
    lip: [f32; 3],
    hair: [f32; 3],
    brow: [f32; 3],
    iris: [f32; 3],
    shirt: [f32; 3],
    #[serde(default)]
    cap: [f32; 3],
}

#[derive(Deserialize)]
struct Counts {
    v: usize,
    t: usize,
    s: usize,
}

/// A stream that is read number by number.
struct Numbers<'a>(&'a [u8]);

impl Numbers<'_> {
    fn next(&mut self) -> Result<i64, Unreadable> {
        let (mut value, mut shift) = (0u64, 0);
        loop {
            let (byte, rest) = self.0.split_first().ok_or_else(|| wrong("a stream ends early"))?;
            self.0 = rest;
            value |= u64::from(byte & 127) << shift;
            if *byte < 128 {
                return Ok((value >> 1).cast_signed() ^ -((value & 1).cast_signed()));
            }
            shift += 7;
            if shift > 56 {
                return Err(wrong("a number is too long"));
            }
        }
    }
}

fn wrong(what: impl std::fmt::Display) -> Unreadable {
    Unreadable(what.to_string())
}

/// A corner of the mesh, by its number.
fn corner(number: i64, count: usize) -> Result<u32, Unreadable> {
    u32::try_from(number).ok().filter(|n| (*n as usize) < count).ok_or_else(|| wrong("a corner that is not there"))
}

/// Reads a sitter.
pub(super) fn read(face: StandIn, file: &[u8]) -> Result<Sitter, Unreadable> {
    let (head, packed) = file.split_at_checked(16).filter(|(head, _)| head.starts_with(b"ILSITR01")).ok_or_else(|| wrong("no sitter"))?;
    let length = head[8..12].first_chunk().map_or(0, |b| u32::from_le_bytes(*b)) as usize;
    let mut unpacked = Vec::new();
    ZlibDecoder::new(packed).take(LARGEST).read_to_end(&mut unpacked).map_err(wrong)?;
    let (described, mut rest) = unpacked.split_at_checked(length).ok_or_else(|| wrong("the description is cut off"))?;
    let described: Described = serde_json::from_slice(described).map_err(wrong)?;
    let mut streams = Vec::with_capacity(described.streams.len());
    for length in &described.streams {
        let (stream, after) = rest.split_at_checked(*length).ok_or_else(|| wrong("a stream is cut off"))?;
        streams.push(stream);
        rest = after;
    }
    if streams.len() != 28 {
        return Err(wrong("not 28 streams"));
    }
    let eyes = described.eyes.map(|e| Eye {
        at: e.c.into(),
        radius: e.r,
        axis: Vec3::from(e.axis).normalize_or(Vec3::Z),
        cornea_before: e.cornea_off,
        cornea: e.cornea_r,
        iris: e.iris_r,
    });
    let (low, high) = (Vec3::from(described.lo), Vec3::from(described.hi));
    let place = |quantised: [i64; 3]| low + (high - low) / 65535.0 * Vec3::from(quantised.map(|q| q as f32));
    let mesh = mesh(&streams, &described.counts, &eyes, place)?;
    let strokes = strokes(&streams, &described.counts, place)?;
    let Look { skin, lip, hair, brow, iris, shirt, cap } = described.look;
    let colours = Colours {
        skin: skin.into(),
        lip: lip.into(),
        hair: hair.into(),
        brow: brow.into(),
        iris: iris.into(),
        garment: shirt.into(),
        cap: cap.into(),
    };
    Ok(Sitter { face, mesh, eyes, strokes, colours, digest: Sha256::digest(file).into() })
}

fn mesh(streams: &[&[u8]], counts: &Counts, eyes: &[Eye; 2], place: impl Fn([i64; 3]) -> Vec3) -> Result<Mesh, Unreadable> {
    let corners = counts.v;
    let mut mesh = Mesh::default();
    let mut axes = [0, 1, 2].map(|i| Numbers(streams[i]));
    let mut now = [0i64; 3];
    for _ in 0..corners {
        for (now, axis) in now.iter_mut().zip(&mut axes) {
            *now += axis.next()?;
        }
        mesh.at.push(place(now));
    }
    let [mut first, mut second, mut third] = [3, 4, 5].map(|i| Numbers(streams[i]));
    let mut at = 0;
    for _ in 0..counts.t {
        at += first.next()?;
        mesh.triangles.push([corner(at, corners)?, corner(at + second.next()?, corners)?, corner(at + third.next()?, corners)?]);
    }
    if [6, 7, 8, 9, 10, 11, 12, 13].iter().any(|i| streams[*i].len() != corners)
        || streams[14].len() != 3 * corners
        || streams[15].len() != 2 * corners
    {
        return Err(wrong("a stream of another length"));
    }
    let distances = |i: usize| streams[i].iter().map(|b| f32::from(b.cast_signed()) * 0.000_25).collect();
    let weights = |i: usize| streams[i].iter().map(|b| f32::from(*b) / 255.0).collect();
    (mesh.lip, mesh.hair, mesh.garment) = (distances(6), distances(7), distances(8));
    (mesh.oil, mesh.red, mesh.beard, mesh.lid) = (weights(9), weights(10), weights(11), weights(12));
    let part = |b: &u8| match b {
        1 => Part::Eye,
        2 => Part::Hair,
        3 => Part::Cap,
        4 => Part::Mouth,
        _ => Part::Skin,
    };
    mesh.part = streams[13].iter().map(part).collect();
    let along = |k: usize| f32::from(streams[14][k].cast_signed());
    mesh.strand = (0..corners).map(|i| Vec3::new(along(i), along(corners + i), along(2 * corners + i)).normalize_or_zero()).collect();
    mesh.across = streams[15].as_chunks::<2>().0.iter().map(|b| f32::from(i16::from_le_bytes(*b)) * 2e-5).collect();
    mesh.turn_outward(eyes);
    Ok(mesh)
}

fn strokes(streams: &[&[u8]], counts: &Counts, place: impl Fn([i64; 3]) -> Vec3) -> Result<Vec<Stroke>, Unreadable> {
    if streams[25].len() != counts.s || streams[26].len() != counts.s {
        return Err(wrong("a stream of another length"));
    }
    let mut columns: Vec<Numbers> = (16..25).map(|i| Numbers(streams[i])).collect();
    let mut lit_as = Numbers(streams[27]);
    let mut lit = 0;
    let mut strokes = Vec::with_capacity(counts.s);
    for (width, kind) in streams[25].iter().zip(streams[26]) {
        let mut c = [0i64; 9];
        for (c, column) in c.iter_mut().zip(&mut columns) {
            *c = column.next()?;
        }
        lit += lit_as.next()?;
        let kind = match kind {
            0 => StrokeKind::Brow,
            1 => StrokeKind::Lash,
            _ => StrokeKind::Hairline,
        };
        strokes.push(Stroke {
            points: [
                place([c[0], c[1], c[2]]),
                place([c[0] + c[3], c[1] + c[4], c[2] + c[5]]),
                place([c[0] + c[6], c[1] + c[7], c[2] + c[8]]),
            ],
            half_width: f32::from(*width) * 1e-6,
            kind,
            lit_as: corner(lit, counts.v)?,
        });
    }
    Ok(strokes)
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    #[test]
    fn what_is_no_sitter_is_told() {
        for file in [&b""[..], b"ILSITR01", b"ILSITR01\xff\xff\xff\xff\0\0\0\0junk", &[0; 4000]] {
            assert!(read(StandIn::Luthier, file).is_err());
        }
    }

    proptest! {
        #![proptest_config(ProptestConfig::with_cases(16))]
        /// A file that was cut or damaged is refused, or read: never a panic.
        #[test]
        fn a_damaged_file_is_refused(at in 16usize..400_000, byte: u8, cut in 0usize..440_000) {
            let mut file = super::super::FILES[1].to_vec();
            let at = at % file.len();
            file[at] = byte;
            file.truncate(cut.max(16));
            let _ = read(StandIn::ClockMender, &file);
        }
    }
}
