//! What a picture's own file says of how it was taken.
//!
//! Source: Exif 2.32 (CIPA DC-008), the tags by their names there. Cameras write the numbers that are printed on their dials (ƒ6.7, 1/160), some the
//! exact ones behind them (ƒ6.727, 1/166): both are brought to the marking that they stand for.

use std::io::Cursor;

use ::exif::{Exif as Fields, Field, In, Reader, Tag, Value};
use chrono::{FixedOffset, NaiveDateTime};
use ink_lamp_light::{
    measure::Millimetres,
    name::is_seen,
    scale::{Aperture, Iso, Series, ShutterTime, Stops},
};

/// How a picture was taken, as far as its file tells.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Exif {
    /// The aperture.
    pub aperture: Option<Aperture>,
    /// The shutter time.
    pub shutter: Option<ShutterTime>,
    /// ISO.
    pub iso: Option<Iso>,
    /// The focal length.
    pub focal: Option<Millimetres>,
    /// By the camera's own clock.
    pub taken: Option<Taken>,
    /// Whether the camera saw its flash fire.
    pub flash: Option<bool>,
    /// Exposure compensation, stops.
    pub compensation: Option<Stops>,
    /// The camera, as it calls itself: at most 60 characters.
    pub camera: Option<String>,
    /// The lens, as it calls itself: at most 60 characters.
    pub lens: Option<String>,
    /// Some of it could not be read, and was passed over.
    pub damaged: bool,
}

/// A time by a camera's clock.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Taken {
    /// As the clock showed it.
    pub clock: NaiveDateTime,
    /// How far that is ahead of UTC, where the camera says so.
    pub ahead: Option<FixedOffset>,
}

/// Why nothing can be told.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
#[non_exhaustive]
pub enum ExifError {
    /// There is none in it.
    #[error("The file does not say how it was taken.")]
    None,
    /// What is there can't be read.
    #[error("What the file says of how it was taken is damaged.")]
    Damaged,
}

impl Exif {
    /// Reads a JPEG, PNG, WebP or TIFF file, or a raw file that is TIFF inside. What can't be read is passed over, and said.
    ///
    /// # Errors
    /// [`ExifError::None`] where the file has no such part, [`ExifError::Damaged`] where it can't be read at all.
    pub fn read(file: &[u8]) -> Result<Self, ExifError> {
        let mut passed_over = false;
        let read = Reader::new().continue_on_error(true).read_from_container(&mut Cursor::new(file));
        let fields = read.or_else(|error| error.distill_partial_result(|_| passed_over = true)).map_err(|error| match error {
            ::exif::Error::NotFound(_) => ExifError::None,
            _ => ExifError::Damaged,
        })?;
        let told = Told(&fields);
        Ok(Self {
            aperture: told.aperture(),
            shutter: told.shutter(),
            iso: told.iso(),
            focal: told.number(Tag::FocalLength).and_then(|mm| Millimetres::new(mm).ok()),
            taken: told.taken(),
            flash: told.whole(Tag::Flash).map(|bits| bits & 1 == 1),
            compensation: told.number(Tag::ExposureBiasValue).filter(|bias| bias.abs() <= 10.0).map(Stops::of),
            camera: told.text(Tag::Model),
            lens: told.text(Tag::LensModel),
            damaged: passed_over,
        })
    }
}

/// The fields of a file.
struct Told<'a>(&'a Fields);

impl Told<'_> {
    fn field(&self, tag: Tag) -> Option<&Field> {
        self.0.get_field(tag, In::PRIMARY)
    }

    fn whole(&self, tag: Tag) -> Option<u32> {
        self.field(tag)?.value.get_uint(0)
    }

    /// A fraction, where it is a number at all: a denominator of 0 means that it is not known.
    fn number(&self, tag: Tag) -> Option<f64> {
        let number = match &self.field(tag)?.value {
            Value::Rational(all) => all.first()?.to_f64(),
            Value::SRational(all) => all.first()?.to_f64(),
            Value::Float(all) => f64::from(*all.first()?),
            Value::Double(all) => *all.first()?,
            other => f64::from(other.get_uint(0)?),
        };
        number.is_finite().then_some(number)
    }

    fn text(&self, tag: Tag) -> Option<String> {
        let Value::Ascii(lines) = &self.field(tag)?.value else { return None };
        let text = String::from_utf8_lossy(lines.first()?);
        let seen: String = text.chars().filter(|c| *c == ' ' || is_seen(*c)).take(60).collect();
        let seen = seen.trim();
        (!seen.is_empty()).then(|| seen.to_owned())
    }

    fn aperture(&self) -> Option<Aperture> {
        let number = self.number(Tag::FNumber).or_else(|| Some((self.number(Tag::ApertureValue)? / 2.0).exp2()))?;
        let printed = [format!("{:.1}", number), format!("{number:.0}")];
        let marked = printed.iter().find_map(|p| Aperture::parse(p).ok().filter(|a| near(a.av(), 2.0 * number.log2())));
        marked.or_else(|| Some(Aperture::from_number(number).ok()?.snapped(Series::Third)))
    }

    fn shutter(&self) -> Option<ShutterTime> {
        let seconds =
            self.number(Tag::ExposureTime).or_else(|| Some((-self.number(Tag::ShutterSpeedValue)?).exp2())).filter(|s| *s > 0.0)?;
        let tv = -seconds.log2();
        let printed = [format!("1/{:.0}", 1.0 / seconds), format!("{seconds:.1}"), format!("{seconds:.0}")];
        let marked = printed.iter().find_map(|p| ShutterTime::parse(p).ok().filter(|t| near(t.tv(), tv)));
        marked.or_else(|| Some(ShutterTime::from_tv(tv).ok()?.snapped(Series::Third)))
    }

    fn iso(&self) -> Option<Iso> {
        let iso = self.whole(Tag::PhotographicSensitivity).filter(|iso| *iso > 0)?;
        // 65,535 stands for more than its two bytes hold.
        let iso =
            if iso == u32::from(u16::MAX) { self.whole(Tag::ISOSpeed).or_else(|| self.whole(Tag::RecommendedExposureIndex))? } else { iso };
        let exact = (f64::from(iso) / 100.0).log2();
        let marked = Iso::parse(&iso.to_string()).ok();
        marked.or_else(|| Some(Iso::from_stops_over_100(exact).ok()?.snapped(Series::Third)))
    }

    fn taken(&self) -> Option<Taken> {
        let at = |tag| NaiveDateTime::parse_from_str(self.text(tag)?.as_str(), "%Y:%m:%d %H:%M:%S").ok();
        let clock = at(Tag::DateTimeOriginal).or_else(|| at(Tag::DateTimeDigitized))?;
        let ahead = self.text(Tag::OffsetTimeOriginal).and_then(|text| text.parse().ok());
        Some(Taken { clock, ahead })
    }
}

/// Whether a marking's exact place is the one that was meant: printed numbers lie within a tenth of it.
fn near(marking: f64, exact: f64) -> bool {
    (marking - exact).abs() < 0.12
}
