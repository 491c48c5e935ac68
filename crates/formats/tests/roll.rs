//! A roll as other programs read it: CSV by a reader of its own, sidecars by exiftool, of Debian's packages.
#![allow(clippy::unwrap_used)]

use std::{
    io::{Cursor, Read},
    path::{Path, PathBuf},
    process::Command,
};

use ink_lamp_formats::roll::{FrameOut, LightOut, csv, sidecars, xmp};
use proptest::prelude::*;

fn frame() -> FrameOut {
    FrameOut {
        number: 3,
        file: "LOFT0012.JPG".into(),
        at: "2026-11-30T20:16:05".into(),
        lit: "key alone".into(),
        aperture: "8".into(),
        shutter: "1/160".into(),
        iso: "100".into(),
        focal: Some(85.0),
        rating: 4,
        note: "best of all,\nhands & \"face\" <right>".into(),
        keywords: vec!["Clock mender".into(), "Look 1".into(), "Key".into()],
        lights: vec![LightOut {
            name: "Key".into(),
            unit: "Taper 500".into(),
            dial: "1/4 +0.3".into(),
            modifier: "Octa 90".into(),
            place: "1.50 m · 45° left".into(),
        }],
        changed: "Fill down 0.7 to 1/16 +0.3".into(),
    }
}

fn folder() -> PathBuf {
    let folder = Path::new(env!("CARGO_TARGET_TMPDIR")).join("roll");
    std::fs::create_dir_all(&folder).unwrap();
    folder
}

/// A tag of a sidecar, as exiftool reads it.
fn tag(file: &Path, name: &str) -> String {
    let told = Command::new("exiftool").args(["-s3", "-n", name]).arg(file).output().unwrap();
    assert!(told.status.success(), "{}", String::from_utf8_lossy(&told.stderr));
    String::from_utf8(told.stdout).unwrap().trim().to_owned()
}

#[test]
fn another_program_reads_rating_note_and_keywords_of_a_sidecar() {
    let file = folder().join("LOFT0012.xmp");
    std::fs::write(&file, xmp(&frame()).unwrap()).unwrap();
    assert_eq!(tag(&file, "-XMP-xmp:Rating"), "4");
    assert_eq!(tag(&file, "-XMP-dc:Subject"), "Clock mender, Look 1, Key");
    // A line's end is shown by a dot.
    assert_eq!(tag(&file, "-XMP-dc:Description"), "best of all,.hands & \"face\" <right>");
    assert_eq!(tag(&file, "-LightsDial"), "1/4 +0.3");
    assert_eq!(tag(&file, "-LightsOn"), "key alone");
    // What nobody rated takes no rating away.
    let unrated = folder().join("unrated.xmp");
    std::fs::write(&unrated, xmp(&FrameOut { rating: 0, ..frame() }).unwrap()).unwrap();
    assert_eq!(tag(&unrated, "-XMP-xmp:Rating"), "");
}

#[test]
fn sidecars_are_an_archive_of_a_file_each() {
    let packed = sidecars(&[frame(), FrameOut { file: "LOFT0012.DNG".into(), rating: 0, ..frame() }]).unwrap();
    let mut archive = zip::ZipArchive::new(Cursor::new(packed)).unwrap();
    assert_eq!(archive.file_names().collect::<Vec<_>>(), ["LOFT0012.xmp", "LOFT0012.DNG.xmp"]);
    let mut text = String::new();
    archive.by_index(0).unwrap().read_to_string(&mut text).unwrap();
    assert!(text.contains("xmp:Rating=\"4\""), "{text}");
}

proptest! {
    /// Whatever is written into names and notes, a reader of the format gets it back, and an XML reader reads to the end.
    #[test]
    fn any_words_come_back(file in "\\PC{1,30}", note in "[ -~éß☀\n\t]{0,60}", word in "\\PC{1,20}") {
        let frame = FrameOut { file: file.clone(), note: note.clone(), keywords: vec![word], ..frame() };
        let text = csv(std::slice::from_ref(&frame)).unwrap();
        let mut reader = ::csv::Reader::from_reader(text.as_bytes());
        let row = reader.records().next().unwrap().unwrap();
        // An apostrophe before what would be a formula.
        prop_assert!(row.get(1).unwrap().trim_start_matches('\'') == file.trim_start_matches('\''));
        prop_assert!(row.get(9).unwrap().trim_start_matches('\'') == note.trim_start_matches('\''));
        let packet = xmp(&frame).unwrap();
        let mut xml = quick_xml::Reader::from_reader(packet.as_slice());
        let mut buffer = Vec::new();
        loop {
            match xml.read_event_into(&mut buffer) {
                Ok(quick_xml::events::Event::Eof) => break,
                Ok(_) => buffer.clear(),
                Err(error) => prop_assert!(false, "{error}"),
            }
        }
    }
}
