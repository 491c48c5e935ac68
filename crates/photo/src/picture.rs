//! A picture as it is kept: sRGB, 8 bits a colour, upright.

use image::{ImageDecoder, ImageFormat, codecs::jpeg::JpegDecoder};
use jpeg_encoder::SamplingFactor;
use rayon::prelude::*;
use std::io::Cursor;

use crate::{
    error::PhotoError,
    jpeg,
    levels::Levels,
    reduce::{Rows, fitting, reduced},
    srgb::OF_8_BITS,
};

/// A picture: sRGB, 8 bits a colour, upright.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Picture {
    /// Pixels across.
    pub width: usize,
    /// Pixels down.
    pub height: usize,
    /// Red, green and blue of each pixel, row by row.
    pub values: Vec<[u8; 3]>,
}

impl Picture {
    /// As a JPEG that keeps what is measured in it: every colour of every pixel, quality 95.
    ///
    /// # Errors
    /// Where it is larger than a JPEG can be.
    pub fn to_jpeg(&self) -> Result<Vec<u8>, PhotoError> {
        self.jpeg(95, SamplingFactor::F_1_1)
    }

    fn jpeg(&self, quality: u8, colours: SamplingFactor) -> Result<Vec<u8>, PhotoError> {
        jpeg::encoded(self.values.as_flattened(), (self.width, self.height), quality, colours)
    }

    /// As a JPEG that is looked at and not measured: small and soon, for a picture that the next one follows.
    ///
    /// # Errors
    /// Where it is larger than a JPEG can be.
    pub fn to_jpeg_for_screens(&self) -> Result<Vec<u8>, PhotoError> {
        self.jpeg(90, SamplingFactor::F_2_2)
    }

    /// In one grey: the luminance of each pixel.
    #[must_use]
    pub fn grey(&self) -> Self {
        let plain = Levels::plain();
        let grey = |v: &[u8; 3]| [plain.value(plain.light(*v)); 3];
        Self { values: self.values.par_iter().map(grey).collect(), ..*self }
    }

    /// No longer than `longest` pixels a side: each pixel is the mean of the light that falls into it.
    #[must_use]
    pub fn within(&self, longest: usize) -> Self {
        let (width, height) = fitting(self.width, self.height, longest);
        let light = reduced(self, (self.width, self.height), (width, height));
        let plain = Levels::plain();
        Self { width, height, values: light.into_iter().map(|pixel| pixel.map(|light| plain.value(light))).collect() }
    }

    /// From a JPEG that was made of one.
    ///
    /// # Errors
    /// Where it is none.
    pub fn from_jpeg(bytes: &[u8]) -> Result<Self, PhotoError> {
        let damaged = |error: image::ImageError| PhotoError::Damaged(error.to_string());
        let decoder = JpegDecoder::new(Cursor::new(bytes)).map_err(damaged)?;
        let (width, height) = decoder.dimensions();
        let mut values = vec![[0; 3]; width as usize * height as usize];
        if decoder.total_bytes() != values.as_flattened().len() as u64 {
            return Err(PhotoError::Damaged(format!("a {:?} that is not in colour", ImageFormat::Jpeg)));
        }
        decoder.read_image(values.as_flattened_mut()).map_err(damaged)?;
        Ok(Self { width: width as usize, height: height as usize, values })
    }
}

impl Rows for Picture {
    fn read(&self, y: usize, row: &mut [[f32; 3]]) {
        let table = &*OF_8_BITS;
        for (pixel, values) in row.iter_mut().zip(&self.values[y * self.width..]) {
            *pixel = values.map(|v| table[usize::from(v)]);
        }
    }
}
