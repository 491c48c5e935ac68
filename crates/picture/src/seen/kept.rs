//! What a sitter sees, kept in a file: worked out once on each machine, never shipped.

use std::{
    fs,
    io::{self, Read, Write},
    path::{Path, PathBuf},
};

use sha2::{Digest, Sha256};

use super::{LINKS, Link, Seen};
use crate::{
    map::{SLACK, TEXELS},
    sitter::Sitter,
};

/// The version of what is worked out: another one is worked out anew.
const VERSION: u32 = 1;
const MAGIC: &[u8; 8] = b"ILSEEN01";

/// Where a sitter's file lies in a folder: named by what it was worked out from, and how.
#[must_use]
pub fn path(folder: &Path, sitter: &Sitter) -> PathBuf {
    let key = Sha256::new().chain_update(VERSION.to_le_bytes()).chain_update(sitter.digest).finalize();
    let name: String = key[..12].iter().map(|b| format!("{b:02x}")).collect();
    folder.join(format!("{name}.seen"))
}

/// Writes what a sitter sees: first beside, then moved, so that a half-written file is never read.
///
/// # Errors
/// Where the folder can't be written.
pub fn write(folder: &Path, sitter: &Sitter, seen: &Seen) -> io::Result<()> {
    fs::create_dir_all(folder)?;
    let mut bytes = Vec::with_capacity(seen.maps.len() + seen.of.len() * 20);
    bytes.extend_from_slice(MAGIC);
    for n in [seen.of.len(), seen.maps.len(), seen.parts.len()] {
        bytes.extend_from_slice(&(n as u64).to_le_bytes());
    }
    bytes.extend(seen.of.iter().flat_map(|i| i.to_le_bytes()));
    bytes.extend(seen.open.iter().map(|o| (o * 255.0).round() as u8));
    bytes.extend(seen.links.iter().flatten().flat_map(|l| [l.part, l.share]));
    bytes.extend(seen.parts.iter().flatten().flat_map(|i| i.to_le_bytes()));
    bytes.extend(seen.maps.iter().map(|b| b.cast_unsigned()));
    let sum = Sha256::digest(&bytes);
    bytes.extend_from_slice(&sum);
    let target = path(folder, sitter);
    let beside = target.with_extension(format!("{}.part", std::process::id()));
    let mut file = fs::File::create(&beside)?;
    file.write_all(&bytes)?;
    file.sync_all()?;
    fs::rename(&beside, &target)
}

/// Reads what a sitter sees; none where it is not kept there, or the file is damaged or of another version.
#[must_use]
pub fn read(folder: &Path, sitter: &Sitter) -> Option<Seen> {
    let corners = sitter.mesh.at.len();
    // No more than a map for each corner is ever written.
    let most = (corners + 2) * (TEXELS + 32) + (1 << 16);
    let mut bytes = Vec::new();
    fs::File::open(path(folder, sitter)).ok()?.take(most as u64).read_to_end(&mut bytes).ok()?;
    let (bytes, sum) = bytes.split_last_chunk::<32>()?;
    if Sha256::digest(bytes).as_slice() != sum {
        return None;
    }
    let mut rest = bytes.strip_prefix(MAGIC)?;
    let mut take = |n: usize| {
        let (taken, after) = rest.split_at_checked(n)?;
        rest = after;
        Some(taken)
    };
    let mut count = || take(8)?.first_chunk().map(|b| u64::from_le_bytes(*b) as usize);
    let (of, maps, parts) = (count()?, count()?, count()?);
    if of != corners || parts > 255 || maps % TEXELS != SLACK {
        return None;
    }
    let numbers = |bytes: &[u8]| -> Vec<u32> { bytes.as_chunks::<4>().0.iter().map(|b| u32::from_le_bytes(*b)).collect() };
    let of = numbers(take(4 * corners)?);
    let open = take(corners)?.iter().map(|b| f32::from(*b) / 255.0).collect();
    let link = |b: &[u8; 2]| Link { part: b[0], share: b[1] };
    let links = take(2 * LINKS * corners)?.as_chunks::<{ 2 * LINKS }>().0.iter();
    let links = links.map(|c| std::array::from_fn(|k| link(&[c[2 * k], c[2 * k + 1]]))).collect();
    let parts: Vec<[u32; 2]> = numbers(take(8 * parts)?).as_chunks::<2>().0.to_vec();
    let maps: Vec<i8> = take(maps)?.iter().map(|b| b.cast_signed()).collect();
    let held = (maps.len() / TEXELS) as u32;
    let whole = of.iter().all(|i| *i < held) && parts.iter().flatten().all(|i| (*i as usize) < corners);
    whole.then_some(Seen { of, maps, open, links, parts })
}
