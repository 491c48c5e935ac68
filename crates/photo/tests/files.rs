//! Files of every kind that is read, made by the formats' own libraries; and files that are none.
#![allow(clippy::unwrap_used)]

use image::{DynamicImage, ExtendedColorType, ImageEncoder, ImageFormat, RgbImage, codecs::png::PngEncoder, metadata::Orientation};
use ink_lamp_photo::{
    error::PhotoError,
    levels::Levels,
    open::{LONGEST, Photo},
    tones::{Patch, PatchTone},
};
use moxcms::{ColorProfile, Layout, TransformOptions};
use proptest::prelude::*;

/// Six fields of skin, ground and card from −4 to +2 stops, each of a few values beside each other.
const FIELDS: [[u8; 3]; 6] = [[30, 27, 24], [60, 52, 47], [118, 118, 118], [186, 150, 130], [220, 190, 172], [96, 104, 120]];

fn fields() -> RgbImage {
    RgbImage::from_fn(120, 20, |x, y| {
        let grain = ((x * 7 + y * 13) % 3) as u8;
        image::Rgb(FIELDS[(x / 20) as usize].map(|v| v - 1 + grain))
    })
}

fn tones(file: &[u8]) -> Vec<f32> {
    let photo = Photo::open(file).unwrap();
    let field = |n: usize| Patch { x: (n as f32 + 0.5) / 6.0, y: 0.5, radius: 0.4 };
    (0..6).map(|n| PatchTone::of(&photo.picture, field(n), &Levels::plain()).tone.unwrap()).collect()
}

fn written(image: &DynamicImage, format: ImageFormat) -> Vec<u8> {
    let mut bytes = std::io::Cursor::new(Vec::new());
    image.write_to(&mut bytes, format).unwrap();
    bytes.into_inner()
}

fn png(rgb: &[u8], icc: Option<Vec<u8>>) -> Vec<u8> {
    let mut bytes = Vec::new();
    let mut encoder = PngEncoder::new(&mut bytes);
    icc.into_iter().for_each(|icc| encoder.set_icc_profile(icc).unwrap());
    encoder.write_image(rgb, 120, 20, ExtendedColorType::Rgb8).unwrap();
    bytes
}

/// The same picture in three colour spaces, each with its profile: its patches agree.
#[test]
fn colours_are_those_of_the_profile_that_the_file_brings_along() {
    let plain = fields();
    let want = tones(&png(&plain, None));
    let (srgb, mut count) = (ColorProfile::new_srgb(), 0);
    for other in [ColorProfile::new_srgb(), ColorProfile::new_display_p3(), ColorProfile::new_adobe_rgb()] {
        let to_it = srgb.create_transform_8bit(Layout::Rgb, &other, Layout::Rgb, TransformOptions::default()).unwrap();
        let mut there = vec![0; plain.len()];
        to_it.transform(&plain, &mut there).unwrap();
        let got = tones(&png(&there, Some(other.encode().unwrap())));
        for (a, b) in want.iter().zip(&got) {
            assert!((a - b).abs() < 0.03, "{want:?} {got:?}");
        }
        // Without its profile the wide one reads otherwise: the profile is what does it.
        count += usize::from(tones(&png(&there, None)).iter().zip(&want).any(|(a, b)| (a - b).abs() > 0.05));
    }
    assert_eq!(count, 1, "Adobe's gamma is the one that differs by more than that on these tones");
}

#[test]
fn every_kind_of_file_gives_the_same_picture() {
    let plain = DynamicImage::ImageRgb8(fields());
    let want = tones(&png(plain.as_bytes(), None));
    let wide = DynamicImage::ImageRgb16(plain.to_rgb16());
    let clear = DynamicImage::ImageRgba8(plain.to_rgba8());
    for (file, off) in [
        (written(&plain, ImageFormat::Tiff), 1e-6),
        (written(&plain, ImageFormat::WebP), 1e-6),
        (written(&wide, ImageFormat::Png), 1e-6),
        (written(&wide, ImageFormat::Tiff), 1e-6),
        (written(&clear, ImageFormat::Png), 1e-6),
        // A JPEG loses a little.
        (written(&plain, ImageFormat::Jpeg), 0.06),
    ] {
        for (a, b) in want.iter().zip(tones(&file)) {
            assert!((a - b).abs() < off, "{want:?} {a} {b}");
        }
    }
    let grey = DynamicImage::ImageLuma8(plain.to_luma8());
    assert!((tones(&written(&grey, ImageFormat::Png))[2] - want[2]).abs() < 0.02);
}

/// What a camera says of how it was held, and what the library does with it.
#[test]
fn a_picture_stands_upright_whichever_way_the_camera_was_held() {
    let upright = RgbImage::from_fn(5, 3, |x, y| image::Rgb([(x * 50) as u8, (y * 100) as u8, 128]));
    for (exif, back) in [(1u8, 1u8), (2, 2), (3, 3), (4, 4), (5, 5), (6, 8), (7, 7), (8, 6)] {
        let mut held = DynamicImage::ImageRgb8(upright.clone());
        held.apply_orientation(Orientation::from_exif(back).unwrap());
        let mut bytes = Vec::new();
        let mut encoder = PngEncoder::new(&mut bytes);
        encoder.set_exif_metadata(orientation(exif)).unwrap();
        encoder.write_image(held.as_bytes(), held.width(), held.height(), ExtendedColorType::Rgb8).unwrap();
        let photo = Photo::open(&bytes).unwrap();
        assert_eq!((photo.width, photo.height), (5, 3), "{exif}");
        assert_eq!(photo.picture.values.as_flattened(), upright.as_raw().as_slice(), "{exif}");
    }
}

/// The smallest Exif there is: a directory with the tag Orientation (274), one number of two bytes.
fn orientation(value: u8) -> Vec<u8> {
    [b"II".as_slice(), &[42, 0, 8, 0, 0, 0, 1, 0, 0x12, 1, 3, 0, 1, 0, 0, 0, value, 0, 0, 0, 0, 0, 0, 0]].concat()
}

/// As cameras write raw files: what the sensor saw in one directory, JPEGs for their screen in others below.
fn raw(big: bool, jpegs: &[Vec<u8>], mark: [u8; 2]) -> Vec<u8> {
    let two = |n: u16| if big { n.to_be_bytes() } else { n.to_le_bytes() };
    let four = |n: usize| if big { (n as u32).to_be_bytes() } else { (n as u32).to_le_bytes() };
    let field = |tag: u16, value: usize| [two(tag).as_slice(), &two(4), &four(1), &four(value)].concat();
    let mut file = [if big { b"MM" } else { b"II" }.as_slice(), &if big { [mark[1], mark[0]] } else { mark }, &four(8)].concat();
    // One directory with three fields, 2 + 3·12 + 4 bytes; the directories below it follow, then their numbers and the JPEGs.
    let below: Vec<usize> = (0..jpegs.len()).map(|n| 8 + 42 + n * 42).collect();
    let list = 8 + 42 * (1 + jpegs.len());
    let mut at = list + 4 * jpegs.len();
    let many = [two(330).as_slice(), &two(4), &four(jpegs.len()), &four(if jpegs.len() == 1 { below[0] } else { list })].concat();
    file.extend([two(3).as_slice(), &field(259, 1), &field(262, 32803), &many, &four(0)].concat());
    for jpeg in jpegs {
        file.extend([two(3).as_slice(), &field(259, 7), &field(273, at), &field(279, jpeg.len()), &four(0)].concat());
        at += jpeg.len();
    }
    below.iter().for_each(|b| file.extend(four(*b)));
    jpegs.iter().for_each(|jpeg| file.extend(jpeg));
    file
}

#[test]
fn of_a_raw_file_the_largest_picture_inside_is_taken() {
    let jpeg = |side: u32| written(&DynamicImage::ImageRgb8(RgbImage::from_pixel(side, side, image::Rgb([118; 3]))), ImageFormat::Jpeg);
    for big in [false, true] {
        for mark in [[42, 0], [b'R', b'O']] {
            let photo = Photo::open(&raw(big, &[jpeg(16), jpeg(64), jpeg(32)], mark)).unwrap();
            assert_eq!((photo.width, photo.height, photo.preview), (64, 64, true));
        }
        assert_eq!(Photo::open(&raw(big, &[], [42, 0])), Err(PhotoError::NoPreview));
    }
}

#[test]
fn a_large_picture_is_reduced_as_light_is() {
    // Every other column white: half the light, which is 188 on a screen and not 128.
    let stripes = RgbImage::from_fn(2 * LONGEST as u32, 8, |x, _| image::Rgb([if x % 2 == 0 { 255 } else { 0 }; 3]));
    let photo = Photo::open(&written(&DynamicImage::ImageRgb8(stripes), ImageFormat::Png)).unwrap();
    assert_eq!((photo.width, photo.picture.width, photo.picture.height), (2 * LONGEST as u32, LONGEST, 4));
    assert!(photo.picture.values.iter().all(|v| *v == [188; 3]));
}

#[test]
fn what_is_no_picture_says_so() {
    assert_eq!(Photo::open(b""), Err(PhotoError::Unknown));
    assert_eq!(Photo::open(b"%PDF-1.7"), Err(PhotoError::Unknown));
    let whole = png(&fields(), None);
    assert!(matches!(Photo::open(&whole[..whole.len() / 2]), Err(PhotoError::Damaged(_))));
    // A PNG whose header says 200,000 by 200,000: refused before anything is asked for.
    let mut large = whole;
    large[16..24].copy_from_slice(&[0, 3, 13, 64, 0, 3, 13, 64]);
    let crc = crc32(&large[12..29]);
    large[29..33].copy_from_slice(&crc.to_be_bytes());
    assert_eq!(Photo::open(&large), Err(PhotoError::TooManyPixels { width: 200_000, height: 200_000 }));
    assert!(PhotoError::TooManyPixels { width: 200_000, height: 200_000 }.to_string().contains("40000 million pixels"));
}

/// The check sum of a PNG's parts (ISO 3309), bit by bit.
fn crc32(bytes: &[u8]) -> u32 {
    let bit = |crc: u32| if crc & 1 == 1 { (crc >> 1) ^ 0xedb8_8320 } else { crc >> 1 };
    !bytes.iter().fold(!0u32, |crc, byte| (0..8).fold(crc ^ u32::from(*byte), |crc, _| bit(crc)))
}

/// How many damaged files are tried: `INK_LAMP_FILES`, which `./run hold` sets.
fn cases(usual: u32) -> u32 {
    std::env::var("INK_LAMP_FILES").ok().and_then(|n| n.parse().ok()).unwrap_or(usual)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(cases(64)))]

    /// Damaged files are refused, or give a picture; nothing else happens.
    #[test]
    fn a_damaged_file_is_a_picture_or_is_refused(kind in 0..5usize, changes in prop::collection::vec((0..usize::MAX, any::<u8>()), 1..20), cut in 0..usize::MAX) {
        let plain = DynamicImage::ImageRgb8(fields());
        let mut file = match kind {
            0 => written(&plain, ImageFormat::Jpeg),
            1 => written(&plain, ImageFormat::Tiff),
            2 => written(&plain, ImageFormat::WebP),
            3 => raw(false, &[written(&plain, ImageFormat::Jpeg)], [42, 0]),
            _ => png(&plain.to_rgb8(), Some(ColorProfile::new_display_p3().encode().unwrap())),
        };
        for (at, byte) in changes {
            let at = at % file.len();
            file[at] = byte;
        }
        if cut % 3 == 0 {
            file.truncate(cut % file.len());
        }
        if let Ok(photo) = Photo::open(&file) {
            prop_assert!(photo.picture.width > 0 && photo.picture.values.len() == photo.picture.width * photo.picture.height);
        }
    }
}
