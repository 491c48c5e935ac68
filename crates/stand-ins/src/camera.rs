//! What a frame shows in the studio as it really is, as the file that a camera would write.

use exif::{Field, In, Rational, Tag, Value, experimental::Writer};
use ink_lamp_light::{
    measure::Millimetres,
    meter::Amount,
    refusal::Refusal,
    scale::{Iso, MeterDisplay, ShutterTime, Stops},
};
use ink_lamp_picture::{
    foretold::{Easel, Wanted},
    lit::Care,
    set::{Set, Show},
    subject::Subject,
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    entry::{Entry, ReadingTaken, Subject as Of},
    metered::How,
    room::RoomLight,
    setup::Setup,
    shots::Lit,
};
use rand::{Rng, rngs::StdRng};
use rand_distr::{Distribution, Normal};

use crate::studio::Studio;

/// Pixels across and down of a frame: enough to judge tone by.
const SIZE: (usize, usize) = (800, 1000);
/// What a sensor adds to each value by itself, of 255: one standard deviation (a judgement).
const NOISE: f64 = 1.2;
/// How well a JPEG is kept, of 100.
const QUALITY: u8 = 93;

/// A frame that was taken.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Frame {
    /// The file.
    pub jpeg: Vec<u8>,
}

fn refused(message: impl Into<String>) -> Refusal {
    Refusal::new("release", message)
}

/// The setup with a reading for each light that nobody read, so that all of them are in the picture.
fn all_known(studio: &Studio) -> Setup {
    let mut setup = studio.setup.clone();
    let (iso, shutter) = (Iso::parse("100").ok(), ShutterTime::parse("1/125").ok());
    for light in &studio.setup.lights {
        if light.reading.is_some() {
            continue;
        }
        let shows =
            shutter.and_then(|t| studio.light_at(&Of::Light(light.id.clone()), None, t)).and_then(|av| MeterDisplay::from_av(av).ok());
        let Some(shows) = shows else { continue };
        let read = ReadingTaken { of: Of::Light(light.id.clone()), shows, iso, shutter, how: How::default(), light: RoomLight::default() };
        if let Ok(next) = setup.apply(&Entry::Reading(read)) {
            setup = next;
        }
    }
    setup
}

/// The set as it really is: each light as strong as it is, and only those on that were said.
fn as_it_is(studio: &Studio, setup: &Setup, lit: &Lit) -> Result<Set, Refusal> {
    let camera = setup.camera.as_ref().ok_or_else(|| refused("the camera is not set. Set aperture, shutter and ISO first."))?;
    let scene = Scene::of(setup);
    let mut set = Set::of(&scene, Show::Now);
    let exposure = camera.exposure;
    let base = exposure.aperture.av() - (exposure.iso.sv() - 5.0);
    let by = |from: f64| from.exp2() as f32;
    for source in &mut set.sources {
        let Some(index) = source.light else { continue };
        let light = &setup.lights[index];
        let is_on = match lit {
            Lit::All => true,
            Lit::NoFlash => false,
            Lit::Alone(id) => light.id == *id,
        };
        let believed = scene.levels.likely_flash(setup, index).and_then(Amount::level).map(Stops::get);
        let really = studio.flash(light).map(|av| av - base - setup.shutter_loss(light).get());
        let factor = match (really, believed) {
            _ if !is_on => 0.0,
            (Some(really), Some(believed)) => by(really - believed),
            _ => 1.0,
        };
        source.sends *= factor;
        source.returns *= factor;
    }
    // What panels throw back is of all lights together, and off with them; nobody tells them apart here.
    let is_dark = *lit == Lit::NoFlash;
    for source in set.sources.iter_mut().filter(|source| source.light.is_none() && !source.burns && is_dark) {
        source.sends *= 0.0;
    }
    let really = studio.room - exposure.shutter.tv() - base;
    match scene.levels.room_level.map(Stops::get) {
        Some(believed) => {
            let factor = by(really - believed);
            set.room *= factor;
            set.back.room *= factor;
            set.sources.iter_mut().filter(|source| source.burns).for_each(|source| source.sends *= factor);
        }
        // Nobody read it, and it is there all the same.
        None => {
            set.room = glam::Vec3::splat(by(really));
            set.back.room = glam::Vec3::splat(by(really + studio.at_ground));
        }
    }
    Ok(set)
}

/// Takes a frame. What did not change since the last one stands on the easel still.
///
/// # Errors
/// The camera is not set, or the picture can't be made.
pub fn frame(studio: &Studio, subject: &Subject, easel: &mut Easel, lit: &Lit, model: &str, nth: u64) -> Result<Frame, Refusal> {
    let setup = all_known(studio);
    let set = as_it_is(studio, &setup, lit)?;
    let wanted = Wanted { width: SIZE.0, height: SIZE.1, grey: false, care: Care::Rest, card: false, patches: Some(Vec::new()) };
    let drawn = easel.draw(subject, &set, &wanted).pixels;
    let mut bytes = drawn.bytes;
    grained(&mut bytes, &mut studio.truth.grain(nth))?;
    let side = |n: usize| u16::try_from(n).unwrap_or(u16::MAX);
    let mut jpeg = Vec::new();
    let mut encoder = jpeg_encoder::Encoder::new(&mut jpeg, QUALITY);
    encoder.set_sampling_factor(jpeg_encoder::SamplingFactor::F_1_1);
    encoder.add_app_segment(1, &taken_as(&setup, model, *lit != Lit::NoFlash)?).map_err(|error| refused(format!("{error}.")))?;
    encoder
        .encode(&bytes, side(drawn.width), side(drawn.height), jpeg_encoder::ColorType::Rgb)
        .map_err(|error| refused(format!("{error}.")))?;
    Ok(Frame { jpeg })
}

/// Adds a sensor's noise. Drawn once a thousand times over, and then picked from: three million draws take seconds.
fn grained(bytes: &mut [u8], grain: &mut StdRng) -> Result<(), Refusal> {
    const DRAWN: usize = 1 << 14;
    let noise = Normal::new(0.0, NOISE).map_err(|error| refused(format!("{error}.")))?;
    // The nearest whole value either way, as often as it is near: what lies between two is kept in the mean.
    let drawn: Vec<i16> = (0..DRAWN).map(|_| (noise.sample(grain) + grain.random_range(-0.5..0.5)).round() as i16).collect();
    // A linear congruential generator (Knuth's constants, as in MMIX).
    let mut at: u64 = grain.random();
    for value in bytes {
        at = at.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        let with = i16::from(*value) + drawn[(at >> 50) as usize];
        *value = with.clamp(0, 255) as u8;
    }
    Ok(())
}

/// A value as a fraction, as the Exif standard wants it.
fn rational(value: f64, of: u32) -> Rational {
    Rational { num: (value * f64::from(of)).round() as u32, denom: of }
}

/// What a camera writes into its file beside the picture: Exif 2.32 (CIPA DC-008), in its APP1 segment.
fn taken_as(setup: &Setup, model: &str, flash: bool) -> Result<Vec<u8>, Refusal> {
    let camera = setup.camera.as_ref().ok_or_else(|| refused("the camera is not set."))?;
    let exposure = camera.exposure;
    let clock = chrono::Local::now().format("%Y:%m:%d %H:%M:%S").to_string();
    let seconds = 2f64.powf(-exposure.shutter.tv());
    let time = if seconds < 1.0 { Rational { num: 1, denom: (1.0 / seconds).round() as u32 } } else { rational(seconds, 10) };
    let field = |tag: Tag, value: Value| Field { tag, ifd_num: In::PRIMARY, value };
    let ascii = |text: String| Value::Ascii(vec![text.into_bytes()]);
    let mut fields = vec![
        field(Tag::Model, ascii(model.to_owned())),
        field(Tag::Software, ascii("Ink Lamp stand-in, simulated".to_owned())),
        field(Tag::ExposureTime, Value::Rational(vec![time])),
        field(Tag::FNumber, Value::Rational(vec![rational(2f64.powf(exposure.aperture.av() / 2.0), 10)])),
        field(Tag::PhotographicSensitivity, Value::Short(vec![exposure.iso.exact().round() as u16])),
        field(Tag::DateTimeOriginal, ascii(clock)),
        field(Tag::Flash, Value::Short(vec![u16::from(flash)])),
        field(Tag::ColorSpace, Value::Short(vec![1])),
    ];
    fields.extend(camera.focal.map(|focal: Millimetres| field(Tag::FocalLength, Value::Rational(vec![rational(focal.get(), 10)]))));
    let mut writer = Writer::new();
    fields.iter().for_each(|field| writer.push_field(field));
    let mut tiff = std::io::Cursor::new(b"Exif\0\0".to_vec());
    let mut body = std::io::Cursor::new(Vec::new());
    writer.write(&mut body, false).map_err(|error| refused(format!("{error}.")))?;
    tiff.get_mut().extend_from_slice(body.get_ref());
    Ok(tiff.into_inner())
}
