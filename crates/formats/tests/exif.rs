//! What files say of how they were taken, written into them by another program: exiftool, of Debian's packages.
#![allow(clippy::unwrap_used)]

use std::{
    path::{Path, PathBuf},
    process::Command,
    sync::LazyLock,
};

use chrono::{FixedOffset, NaiveDate};
use image::{DynamicImage, ImageFormat, RgbImage};
use ink_lamp_formats::exif::{Exif, ExifError, Taken};
use ink_lamp_light::{
    measure::Millimetres,
    scale::{Aperture, Iso, ShutterTime, Stops},
};
use proptest::prelude::*;

const FORMATS: [(&str, ImageFormat); 4] =
    [("jpg", ImageFormat::Jpeg), ("png", ImageFormat::Png), ("tif", ImageFormat::Tiff), ("webp", ImageFormat::WebP)];

/// A folder of this test run.
fn folder() -> PathBuf {
    let folder = Path::new(env!("CARGO_TARGET_TMPDIR")).join("exif");
    std::fs::create_dir_all(&folder).unwrap();
    folder
}

/// A picture with tags written into it by exiftool.
fn tagged(name: &str, format: ImageFormat, tags: &[&str]) -> Vec<u8> {
    let file = folder().join(name);
    let mut bytes = std::io::Cursor::new(Vec::new());
    DynamicImage::ImageRgb8(RgbImage::from_pixel(16, 12, image::Rgb([118; 3]))).write_to(&mut bytes, format).unwrap();
    std::fs::write(&file, bytes.into_inner()).unwrap();
    let done = Command::new("exiftool").args(["-q", "-overwrite_original", "-m"]).args(tags).arg(&file).output().unwrap();
    assert!(done.status.success(), "{}", String::from_utf8_lossy(&done.stderr));
    std::fs::read(file).unwrap()
}

const USUAL: [&str; 12] = [
    "-FNumber=6.7",
    "-ExposureTime=1/160",
    "-ISO=200",
    "-FocalLength=85",
    "-DateTimeOriginal=2026:11:30 20:16:05",
    "-OffsetTimeOriginal=+02:00",
    "-EXIF:Flash#=9",
    "-ExposureCompensation=-0.3333",
    "-Model=Loft Box 3",
    "-LensModel=Loft 85",
    "-Orientation#=6",
    "-MakerNoteUnknownText=II of this camera's own",
];

fn usual() -> Exif {
    let clock = NaiveDate::from_ymd_opt(2026, 11, 30).unwrap().and_hms_opt(20, 16, 5).unwrap();
    Exif {
        aperture: Some(Aperture::parse("6.7").unwrap()),
        shutter: Some(ShutterTime::parse("1/160").unwrap()),
        iso: Some(Iso::parse("200").unwrap()),
        focal: Some(Millimetres::new(85.0).unwrap()),
        taken: Some(Taken { clock, ahead: FixedOffset::east_opt(2 * 3600) }),
        flash: Some(true),
        compensation: Some(Stops::of(-0.3333)),
        camera: Some("Loft Box 3".to_owned()),
        lens: Some("Loft 85".to_owned()),
        damaged: false,
    }
}

#[test]
fn every_kind_of_file_in_either_order_of_bytes_tells_what_was_written_into_it() {
    for (name, format) in FORMATS {
        for order in ["-ExifByteOrder=II", "-ExifByteOrder=MM"] {
            let file = tagged(&format!("{}{name}", &order[14..]), format, &[&[order], USUAL.as_slice()].concat());
            let read = Exif::read(&file).unwrap();
            let compensation = read.compensation.unwrap();
            assert!((compensation.get() + 1.0 / 3.0).abs() < 0.01, "{name} {compensation:?}");
            assert_eq!(Exif { compensation: usual().compensation, ..read }, usual(), "{name} {order}");
        }
    }
}

/// What is printed on dials, in third and in half stops, and the exact numbers behind the marks.
#[test]
fn printed_and_exact_numbers_are_brought_to_the_mark_that_they_stand_for() {
    for (number, time, iso, marks) in [
        ("8", "1/160", "100", ("8", "1/160", "100")),
        ("5.6", "1/125", "64", ("5.6", "1/125", "64")),
        ("5.657", "1/128", "140", ("5.6", "1/125", "140")),
        ("6.727", "1/90", "12800", ("6.7", "1/90", "12800")),
        ("13", "0.5", "1250", ("13", "1/2", "1250")),
        ("1.8", "2", "125", ("1.8", "2", "125")),
        ("11.3137", "1/8000", "51200", ("11", "1/8000", "51200")),
    ] {
        let tags = [format!("-FNumber={number}"), format!("-ExposureTime={time}"), format!("-ISO={iso}")];
        let tags: Vec<&str> = tags.iter().map(String::as_str).collect();
        let read = Exif::read(&tagged("marks.jpg", ImageFormat::Jpeg, &tags)).unwrap();
        let said = (read.aperture.unwrap().said(), read.shutter.unwrap().said(), read.iso.unwrap().said());
        assert_eq!(said, (marks.0.to_owned(), marks.1.to_owned(), marks.2.to_owned()));
    }
}

#[test]
fn what_is_not_known_is_not_made_up() {
    let bare = Exif::read(&tagged("bare.jpg", ImageFormat::Jpeg, &["-Model=Loft Box 3"])).unwrap();
    assert_eq!(bare, Exif { camera: Some("Loft Box 3".to_owned()), ..Exif::default() });
    // A lens without contacts: cameras write 0, or 0/0.
    let manual =
        Exif::read(&tagged("manual.jpg", ImageFormat::Jpeg, &["-FNumber=0", "-FocalLength=0", "-ExposureTime=0", "-ISO=0"])).unwrap();
    assert_eq!(manual, Exif::default());
    let none = tagged("none.jpg", ImageFormat::Jpeg, &["-Comment=nothing else"]);
    assert_eq!(Exif::read(&none), Err(ExifError::None));
    assert_eq!(Exif::read(b"nothing"), Err(ExifError::Damaged));
}

/// One that another program wrote once, for what is done to it.
static WRITTEN: LazyLock<Vec<Vec<u8>>> =
    LazyLock::new(|| FORMATS.iter().map(|(name, format)| tagged(&format!("whole.{name}"), *format, &USUAL)).collect());

#[test]
fn a_file_that_was_cut_off_tells_no_lies() {
    let want = usual();
    for whole in &*WRITTEN {
        for end in (0..whole.len()).step_by(3) {
            let Ok(read) = Exif::read(&whole[..end]) else { continue };
            assert!(read.aperture.is_none() || read.aperture == want.aperture);
            assert!(read.shutter.is_none() || read.shutter == want.shutter);
            assert!(read.iso.is_none() || read.iso == want.iso);
            assert!(read.taken.is_none() || read.taken.map(|t| t.clock) == want.taken.map(|t| t.clock));
        }
    }
}

/// How many damaged files are tried: `INK_LAMP_FILES`, which `./run hold` sets.
fn cases(usual: u32) -> u32 {
    std::env::var("INK_LAMP_FILES").ok().and_then(|n| n.parse().ok()).unwrap_or(usual)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(cases(200)))]

    /// Lengths, offsets and kinds that lie: what is told lies within what there is, or the file is refused.
    #[test]
    fn a_file_that_lies_is_refused_or_read_as_far_as_it_goes(kind in 0..4usize, changes in prop::collection::vec((0..600usize, any::<u8>()), 1..12)) {
        let mut file = WRITTEN[kind].clone();
        for (at, byte) in changes {
            let at = at % file.len();
            file[at] = byte;
        }
        if let Ok(read) = Exif::read(&file) {
            prop_assert!(read.compensation.is_none_or(|bias| bias.get().abs() <= 10.0));
            prop_assert!(read.camera.is_none_or(|name| !name.is_empty() && name.chars().count() <= 60));
        }
    }
}
