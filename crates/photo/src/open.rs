//! From a file to a picture.

use std::{io::Cursor, panic::catch_unwind};

use image::{
    ColorType, ImageDecoder, ImageError, Limits,
    codecs::{jpeg::JpegDecoder, png::PngDecoder, tiff::TiffDecoder, webp::WebPDecoder},
    metadata::Orientation,
};

use crate::{
    error::{MOST_PIXELS, PhotoError},
    levels::Levels,
    picture::Picture,
    preview::{Inside, inside},
    profile::{Decoded, Kind, Profile},
    reduce::{Rows, fitting, reduced},
};

/// The longest side of what is kept of it.
pub const LONGEST: usize = 2048;
/// What a decoder may ask for at once: all values of the largest picture with 16 bits, and as much again to work with.
const MOST_MEMORY: u64 = 2 * 6 * MOST_PIXELS;

/// A file as a picture.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Photo {
    /// Upright, no longer than [`LONGEST`] a side.
    pub picture: Picture,
    /// Pixels across of the file's picture, upright.
    pub width: u32,
    /// Pixels down.
    pub height: u32,
    /// It is what a raw file holds for a camera's own screen.
    pub preview: bool,
}

impl Photo {
    /// Reads a JPEG, PNG, WebP or TIFF, or the picture inside a raw file that is TIFF inside: colours by the profile that comes along, upright, reduced as
    /// light is. It takes up to a second for each 50 million pixels, and memory for all its values.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_photo::{open::Photo, picture::Picture};
    ///
    /// let grey = Picture { width: 2, height: 1, values: vec![[118; 3]; 2] };
    /// let photo = Photo::open(&grey.to_jpeg()?)?;
    /// assert_eq!((photo.width, photo.height, photo.picture), (2, 1, grey));
    /// # Ok::<(), ink_lamp_photo::error::PhotoError>(())
    /// ```
    ///
    /// # Errors
    /// Where it is no such file, is larger than is taken, or is damaged.
    pub fn open(file: &[u8]) -> Result<Self, PhotoError> {
        // A decoder that trips over a damaged file must not take more than that file with it.
        catch_unwind(|| opened(file)).unwrap_or_else(|_| Err(PhotoError::Damaged("its decoder gave up".to_owned())))
    }
}

fn opened(file: &[u8]) -> Result<Photo, PhotoError> {
    let (file, preview) = match inside(file) {
        Inside::Nothing => (file, false),
        Inside::Preview(Some(jpeg)) => (jpeg, true),
        Inside::Preview(None) => return Err(PhotoError::NoPreview),
    };
    let source = Cursor::new(file);
    let photo = match file {
        [0xff, 0xd8, ..] if !is_whole(file) => Err(PhotoError::Damaged("it ends in the middle".to_owned())),
        [0xff, 0xd8, ..] => decoded(JpegDecoder::new(source).map_err(damaged)?),
        [0x89, b'P', b'N', b'G', ..] => decoded(PngDecoder::new(source).map_err(damaged)?),
        [b'R', b'I', b'F', b'F', _, _, _, _, b'W', b'E', b'B', b'P', ..] => decoded(WebPDecoder::new(source).map_err(damaged)?),
        [b'I', b'I', 42 | 43, 0, ..] | [b'M', b'M', 0, 42 | 43, ..] => decoded(TiffDecoder::new(source).map_err(damaged)?),
        _ => Err(PhotoError::Unknown),
    }?;
    Ok(Photo { preview, ..photo })
}

/// Whether a JPEG has its end (the marker EOI): decoders make do without, and what is written to a disk may be cut off, or not be there yet. The small picture
/// that cameras put before it has an end too, and lies in the first half.
fn is_whole(jpeg: &[u8]) -> bool {
    jpeg[jpeg.len() / 2..].windows(2).any(|pair| pair == [0xff, 0xd9])
}

fn damaged(error: ImageError) -> PhotoError {
    match error {
        ImageError::Unsupported(kind) => PhotoError::Values(kind.to_string()),
        other => PhotoError::Damaged(other.to_string()),
    }
}

/// What a decoder reads, reduced and upright.
fn decoded(mut decoder: impl ImageDecoder) -> Result<Photo, PhotoError> {
    let (width, height) = decoder.dimensions();
    if width == 0 || height == 0 {
        return Err(PhotoError::Damaged("it has no pixels".to_owned()));
    }
    if u64::from(width) * u64::from(height) > MOST_PIXELS {
        return Err(PhotoError::TooManyPixels { width, height });
    }
    let mut limits = Limits::no_limits();
    limits.max_alloc = Some(MOST_MEMORY);
    decoder.set_limits(limits).map_err(damaged)?;
    let kind = match decoder.color_type() {
        ColorType::L8 => Kind { colours: 1, values: 1, wide: false },
        ColorType::La8 => Kind { colours: 1, values: 2, wide: false },
        ColorType::Rgb8 => Kind { colours: 3, values: 3, wide: false },
        ColorType::Rgba8 => Kind { colours: 3, values: 4, wide: false },
        ColorType::L16 => Kind { colours: 1, values: 1, wide: true },
        ColorType::La16 => Kind { colours: 1, values: 2, wide: true },
        ColorType::Rgb16 => Kind { colours: 3, values: 3, wide: true },
        ColorType::Rgba16 => Kind { colours: 3, values: 4, wide: true },
        other => return Err(PhotoError::Values(format!("{other:?} values"))),
    };
    // What is lost of these two is only how it is turned and coloured: files are taken without them, too.
    let turned = decoder.orientation().unwrap_or(Orientation::NoTransforms);
    let profile = decoder.icc_profile().ok().flatten().map(|icc| Profile::of(&icc, kind)).transpose()?;
    let all = usize::try_from(decoder.total_bytes()).map_err(|_| PhotoError::TooManyPixels { width, height })?;
    let mut bytes = vec![0; all];
    decoder.read_image(&mut bytes).map_err(damaged)?;
    let size = (width as usize, height as usize);
    let rows = Decoded { bytes: &bytes, width: size.0, kind, profile };
    let picture = upright(of_light(&rows, size), turned);
    let (width, height) = if is_on_its_side(turned) { (height, width) } else { (width, height) };
    Ok(Photo { picture, width, height, preview: false })
}

fn of_light(rows: &impl Rows, size: (usize, usize)) -> Picture {
    let to = fitting(size.0, size.1, LONGEST);
    let light = reduced(rows, size, to);
    let plain = Levels::plain();
    Picture { width: to.0, height: to.1, values: light.into_iter().map(|pixel| pixel.map(|light| plain.value(light))).collect() }
}

const fn is_on_its_side(turned: Orientation) -> bool {
    use Orientation::{Rotate90, Rotate90FlipH, Rotate270, Rotate270FlipH};
    matches!(turned, Rotate90 | Rotate90FlipH | Rotate270 | Rotate270FlipH)
}

/// Turned as the camera was held.
fn upright(picture: Picture, turned: Orientation) -> Picture {
    let Picture { width, height, values } = picture;
    let (w, h) = if is_on_its_side(turned) { (height, width) } else { (width, height) };
    // Where pixel x, y of the upright one lies in the other.
    let from = |x: usize, y: usize| match turned {
        Orientation::NoTransforms => (x, y),
        Orientation::FlipHorizontal => (width - 1 - x, y),
        Orientation::Rotate180 => (width - 1 - x, height - 1 - y),
        Orientation::FlipVertical => (x, height - 1 - y),
        Orientation::Rotate90FlipH => (y, x),
        Orientation::Rotate90 => (y, height - 1 - x),
        Orientation::Rotate270FlipH => (width - 1 - y, height - 1 - x),
        Orientation::Rotate270 => (width - 1 - y, x),
    };
    if turned == Orientation::NoTransforms {
        return Picture { width, height, values };
    }
    let at = |i: usize| {
        let (x, y) = from(i % w, i / w);
        values[y * width + x]
    };
    Picture { width: w, height: h, values: (0..w * h).map(at).collect() }
}
