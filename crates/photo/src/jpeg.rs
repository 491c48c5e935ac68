//! JPEG, written by all of a processor's parts at once.
//!
//! A picture is cut into strips that are written beside each other and joined by restart markers: what a decoder carries from block to block begins anew
//! there, so the strips are what one scan would have been (ITU-T T.81, B.2.1 and F.1.1.5, from memory).

use jpeg_encoder::{ColorType, Encoder, SamplingFactor};
use rayon::prelude::*;

use crate::error::PhotoError;

/// Restart markers have eight numbers; more strips than that gain nothing here.
const MOST_STRIPS: usize = 8;
/// A strip has so many rows of blocks at least.
const LEAST_ROWS: usize = 8;

const SOF0: u8 = 0xc0;
const SOS: u8 = 0xda;
const EOI: [u8; 2] = [0xff, 0xd9];

/// Values of red, green and blue, row by row, as a JPEG: one scan, with the usual tables.
///
/// # Errors
/// Where it is larger than a JPEG can be.
pub(crate) fn encoded(values: &[u8], (width, height): (usize, usize), quality: u8, colours: SamplingFactor) -> Result<Vec<u8>, PhotoError> {
    let block = if colours == SamplingFactor::F_1_1 { 8 } else { 16 };
    let (rows, across) = (height.div_ceil(block), width.div_ceil(block));
    let strips = rayon::current_num_threads().min(MOST_STRIPS).min(rows / LEAST_ROWS).max(1);
    let rows_each = rows.div_ceil(strips);
    let interval = u16::try_from(rows_each * across).ok().filter(|_| strips > 1);
    let Some(interval) = interval else { return strip(values, (width, height), quality, colours) };
    let parts: Result<Vec<Vec<u8>>, PhotoError> = values
        .par_chunks(3 * width * rows_each * block)
        .map(|part| strip(part, (width, part.len() / (3 * width)), quality, colours))
        .collect();
    joined(&parts?, side(height)?, interval)
}

fn side(pixels: usize) -> Result<u16, PhotoError> {
    u16::try_from(pixels).map_err(|_| PhotoError::Damaged(format!("{pixels} pixels are more than a JPEG has")))
}

fn strip(values: &[u8], (width, height): (usize, usize), quality: u8, colours: SamplingFactor) -> Result<Vec<u8>, PhotoError> {
    let mut bytes = Vec::with_capacity(values.len() / 8);
    let mut encoder = Encoder::new(&mut bytes, quality);
    encoder.set_sampling_factor(colours);
    encoder.encode(values, side(width)?, side(height)?, ColorType::Rgb).map_err(|error| PhotoError::Damaged(error.to_string()))?;
    Ok(bytes)
}

/// Where a JPEG's frame header lies, where its scan's header does, and where its scan begins.
fn places(jpeg: &[u8]) -> Option<(usize, usize, usize)> {
    let (mut at, mut frame) = (2, None);
    loop {
        let [0xff, marker, high, low] = *jpeg.get(at..at + 4)?.first_chunk::<4>()? else { return None };
        let end = at + 2 + usize::from(u16::from_be_bytes([high, low]));
        match marker {
            SOF0 => frame = Some(at),
            SOS => return Some((frame?, at, end)),
            _ => {}
        }
        at = end;
    }
}

/// Strips as one picture of the whole height.
fn joined(parts: &[Vec<u8>], height: u16, interval: u16) -> Result<Vec<u8>, PhotoError> {
    let odd = || PhotoError::Damaged("a strip of a JPEG that is not as it should be".to_owned());
    let first = parts.first().ok_or_else(odd)?;
    let (frame, header, scan) = places(first).ok_or_else(odd)?;
    let mut whole = Vec::with_capacity(parts.iter().map(Vec::len).sum());
    whole.extend_from_slice(&first[..header]);
    whole[frame + 5..frame + 7].copy_from_slice(&height.to_be_bytes());
    // Define restart interval: so many blocks lie between two markers.
    whole.extend_from_slice(&[0xff, 0xdd, 0, 4]);
    whole.extend_from_slice(&interval.to_be_bytes());
    whole.extend_from_slice(&first[header..scan]);
    for (n, part) in parts.iter().enumerate() {
        let (_, _, scan) = places(part).ok_or_else(odd)?;
        if n > 0 {
            whole.extend_from_slice(&[0xff, 0xd0 + ((n - 1) % 8) as u8]);
        }
        whole.extend_from_slice(part[scan..].strip_suffix(&EOI).ok_or_else(odd)?);
    }
    whole.extend_from_slice(&EOI);
    Ok(whole)
}

#[cfg(test)]
mod tests {
    use image::ImageFormat;
    use proptest::prelude::*;

    use super::*;

    fn decoded(jpeg: &[u8]) -> Vec<u8> {
        image::load_from_memory_with_format(jpeg, ImageFormat::Jpeg).unwrap().into_rgb8().into_raw()
    }

    proptest! {
        #![proptest_config(ProptestConfig::with_cases(24))]

        /// However it is cut, what a decoder sees is what one scan would have shown.
        #[test]
        fn strips_are_the_same_picture(width in 1..90usize, height in 1..700usize, fine in any::<bool>(), seed in any::<u32>()) {
            let mut state = seed | 1;
            let values: Vec<u8> = (0..3 * width * height).map(|i| { state = state.wrapping_mul(1_664_525).wrapping_add(1_013_904_223); (i / 50) as u8 ^ (state >> 29) as u8 }).collect();
            let colours = if fine { SamplingFactor::F_1_1 } else { SamplingFactor::F_2_2 };
            let one = strip(&values, (width, height), 90, colours).unwrap();
            let threads = rayon::ThreadPoolBuilder::new().num_threads(5).build().unwrap();
            let many = threads.install(|| encoded(&values, (width, height), 90, colours)).unwrap();
            prop_assert_eq!(decoded(&many), decoded(&one));
        }
    }

    #[test]
    fn what_is_larger_than_a_jpeg_can_be_is_refused() {
        assert!(encoded(&vec![0; 3 * 70_000], (70_000, 1), 90, SamplingFactor::F_2_2).is_err());
        assert!(joined(&[vec![0xff, 0xd8]], 10, 4).is_err() && joined(&[], 10, 4).is_err());
    }
}
