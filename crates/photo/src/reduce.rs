//! To the size that is kept: each pixel is the mean of the light that falls into it.

use rayon::prelude::*;

/// What rows are read from: the light of a row, pixel by pixel.
pub(crate) trait Rows: Sync {
    /// Writes the light of row `y` into `row`.
    fn read(&self, y: usize, row: &mut [[f32; 3]]);
}

/// The size within `longest` pixels a side: never larger than it was.
pub(crate) fn fitting(width: usize, height: usize, longest: usize) -> (usize, usize) {
    let long = width.max(height);
    if long <= longest {
        return (width, height);
    }
    // At most half of `usize`, since pictures have at most 2^32 pixels a side.
    let side = |n: usize| ((n * longest + long / 2) / long).max(1);
    (side(width), side(height))
}

/// How much of each source pixel falls into each of `to` pixels: the first, and the shares from there on, whose sum is 1.
fn shares(from: usize, to: usize) -> Vec<(usize, Vec<f32>)> {
    let scale = from as f64 / to as f64;
    let part = |n: usize| {
        let (begin, end) = (n as f64 * scale, (n + 1) as f64 * scale);
        let first = (begin.floor() as usize).min(from - 1);
        let last = (end.ceil() as usize).clamp(first + 1, from);
        let of = |s: usize| (((s + 1) as f64).min(end) - (s as f64).max(begin)).max(0.0) / scale;
        (first, (first..last).map(|s| of(s) as f32).collect())
    };
    (0..to).map(part).collect()
}

/// Rows of light, reduced. `stop` is asked between them.
pub(crate) fn reduced(rows: &impl Rows, from: (usize, usize), to: (usize, usize)) -> Vec<[f32; 3]> {
    let (across, down) = (shares(from.0, to.0), shares(from.1, to.1));
    let mut light = vec![[0.0f32; 3]; to.0 * to.1];
    light.par_chunks_mut(to.0).zip(&down).for_each_init(
        || vec![[0.0f32; 3]; from.0],
        |source, (row, (first, weights))| {
            for (n, weight) in weights.iter().enumerate() {
                rows.read(first + n, source);
                for (sum, (from, shares)) in row.iter_mut().zip(&across) {
                    for (pixel, share) in source[*from..].iter().zip(shares) {
                        for colour in 0..3 {
                            sum[colour] += weight * share * pixel[colour];
                        }
                    }
                }
            }
        },
    );
    light
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    struct Plain(Vec<[f32; 3]>, usize);

    impl Rows for Plain {
        fn read(&self, y: usize, row: &mut [[f32; 3]]) {
            row.copy_from_slice(&self.0[y * self.1..][..self.1]);
        }
    }

    proptest! {
        #[test]
        fn the_light_as_a_whole_stays(width in 1..40usize, height in 1..40usize, longest in 1..40usize, seed in 0..1000u32) {
            let light: Vec<[f32; 3]> = (0..width * height).map(|i| [((i as u32 * 7919 + seed) % 101) as f32 / 100.0; 3]).collect();
            let mean = |all: &[[f32; 3]]| all.iter().map(|p| f64::from(p[1])).sum::<f64>() / all.len() as f64;
            let before = mean(&light);
            let to = fitting(width, height, longest);
            prop_assert!(to.0 <= longest.max(1) && to.1 <= longest.max(1) || to == (width, height));
            let after = reduced(&Plain(light, width), (width, height), to);
            prop_assert_eq!(after.len(), to.0 * to.1);
            prop_assert!((mean(&after) - before).abs() < 1e-4);
        }
    }

    #[test]
    fn what_is_not_larger_stays_as_it_is() {
        let light: Vec<[f32; 3]> = (0..12).map(|i| [i as f32, 0.0, 1.0]).collect();
        assert_eq!(reduced(&Plain(light.clone(), 4), (4, 3), fitting(4, 3, 2048)), light);
        assert_eq!(fitting(6000, 4000, 2048), (2048, 1365));
    }
}
