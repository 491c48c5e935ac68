//! Colours by the profile that a file brings along (ICC.1): to sRGB, with 16 bits a colour on the way.

use std::sync::Arc;

use moxcms::{ColorProfile, DataColorSpace, Layout, Transform16BitExecutor, TransformOptions};

use crate::{
    error::PhotoError,
    reduce::Rows,
    srgb::{OF_8_BITS, OF_16_BITS},
};

/// How many colours a pixel has, and how many bits each.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) struct Kind {
    /// 1 is grey, 3 is colour; what makes it clear is left out.
    pub colours: usize,
    /// With that, values a pixel: 1 to 4.
    pub values: usize,
    /// 8 or 16 bits a value.
    pub wide: bool,
}

/// A decoded file, as rows of light.
pub(crate) struct Decoded<'a> {
    /// All its values, in this machine's order of bytes.
    pub bytes: &'a [u8],
    /// Pixels across.
    pub width: usize,
    /// What they are.
    pub kind: Kind,
    /// From its colours to sRGB, where it brings a profile along that is another.
    pub profile: Option<Profile>,
}

/// The way from a file's colours to sRGB.
#[derive(Clone)]
pub(crate) struct Profile {
    executor: Arc<Transform16BitExecutor>,
    /// How many values of a pixel it takes: a grey picture with a profile of a screen has that profile's greys.
    takes: usize,
}

impl Profile {
    /// Of the profile in a file.
    pub(crate) fn of(icc: &[u8], kind: Kind) -> Result<Self, PhotoError> {
        let unread = |error: moxcms::CmsError| PhotoError::Damaged(format!("its colour profile can't be read, {error}"));
        let from = ColorProfile::new_from_slice(icc).map_err(unread)?;
        let (layout, takes) = match (from.color_space, kind.colours) {
            (DataColorSpace::Rgb, _) => (Layout::Rgb, 3),
            (DataColorSpace::Gray, 1) => (Layout::Gray, 1),
            (other, _) => return Err(PhotoError::Values(format!("{other:?} by its colour profile"))),
        };
        let to = ColorProfile::new_srgb();
        let options = TransformOptions { prefer_fixed_point: false, ..TransformOptions::default() };
        let executor = from.create_transform_16bit(layout, &to, Layout::Rgb, options).map_err(unread)?;
        Ok(Self { executor, takes })
    }
}

impl Decoded<'_> {
    /// Value `n` of the picture, in 16 bits.
    fn wide(&self, n: usize) -> u16 {
        if self.kind.wide { u16::from_ne_bytes([self.bytes[2 * n], self.bytes[2 * n + 1]]) } else { u16::from(self.bytes[n]) * 257 }
    }
}

impl Rows for Decoded<'_> {
    fn read(&self, y: usize, row: &mut [[f32; 3]]) {
        let Kind { colours, values, wide } = self.kind;
        let first = y * self.width * values;
        // The place of each colour of a pixel among its values: a grey has the same one three times.
        let place = |colour: usize| if colours == 1 { 0 } else { colour };
        if let Some(Profile { executor, takes }) = &self.profile {
            let own = (0..self.width).flat_map(|x| (0..*takes).map(move |c| (x, c)));
            let own: Vec<u16> = own.map(|(x, c)| self.wide(first + x * values + place(c))).collect();
            let mut there = vec![0u16; 3 * self.width];
            // It refuses only lengths that are no whole pixels, and these are.
            let _ = executor.transform(&own, &mut there);
            for (pixel, values) in row.iter_mut().zip(there.chunks_exact(3)) {
                *pixel = std::array::from_fn(|c| OF_16_BITS[usize::from(values[c])]);
            }
        } else if wide {
            for (x, pixel) in row.iter_mut().enumerate() {
                *pixel = std::array::from_fn(|c| OF_16_BITS[usize::from(self.wide(first + x * values + place(c)))]);
            }
        } else {
            let table = &*OF_8_BITS;
            for (pixel, own) in row.iter_mut().zip(self.bytes[first..].chunks_exact(values)) {
                *pixel = std::array::from_fn(|c| table[usize::from(own[place(c)])]);
            }
        }
    }
}
