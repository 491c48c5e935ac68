//! A part of a frame at one of its edges that got no flash: the curtains were not open, or no longer.
//!
//! What casts such a band is straight and runs over the whole frame; what is dark in a picture by itself is not. So the frame is cut into strips from edge
//! to edge, and where something bright is in them, all must turn black at the same height.

use crate::{levels::Levels, picture::Picture};

/// It is looked for at this size.
const LONGEST: usize = 256;
/// So many strips.
const STRIPS: usize = 12;
/// A strip says something where its bright part is over this, stops.
const BRIGHT: f32 = -3.0;
/// It is black where it has less than this share of that: four stops.
const BLACK: f32 = 1.0 / 16.0;
/// So many strips must say something.
const FEWEST: usize = 3;
/// So many of those must agree, within this share of the frame.
const AGREE: (f32, f32) = (0.8, 0.04);
/// A band is so broad, as a share of the frame.
const BROAD: std::ops::RangeInclusive<f32> = 0.03..=0.9;

/// An edge of a picture, as it is looked at.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Edge {
    /// Above.
    Top,
    /// Below.
    Bottom,
    /// On the left.
    Left,
    /// On the right.
    Right,
}

/// A band at an edge.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Band {
    /// The share of the picture that it takes, 0 to 1.
    pub share: f32,
    /// Where it lies.
    pub edge: Edge,
}

/// How far from its edge a strip is black, as a share of it; none where nothing in it is bright. `lines` are its light, from the edge inwards.
fn black_until(lines: &[f32], levels: &Levels) -> Option<f32> {
    let mut sorted = lines.to_vec();
    sorted.sort_by(f32::total_cmp);
    let bright = sorted[sorted.len() * 9 / 10];
    levels.stops(bright).filter(|stops| *stops > BRIGHT)?;
    let until = lines.iter().take_while(|light| **light < bright * BLACK).count();
    Some(until as f32 / lines.len() as f32)
}

impl Band {
    /// The band of a picture, where it has one.
    #[must_use]
    pub fn of(picture: &Picture, levels: &Levels) -> Option<Self> {
        let small = picture.within(LONGEST);
        let (width, height) = (small.width, small.height);
        if width < STRIPS || height < STRIPS {
            return None;
        }
        let light: Vec<f32> = small.values.iter().map(|values| levels.light(*values)).collect();
        let at = |edge: Edge| {
            let (deep, across) = if matches!(edge, Edge::Top | Edge::Bottom) { (height, width) } else { (width, height) };
            // The pixel so deep from the edge, and so far along it.
            let pixel = |depth: usize, along: usize| match edge {
                Edge::Top => light[depth * width + along],
                Edge::Bottom => light[(height - 1 - depth) * width + along],
                Edge::Left => light[along * width + depth],
                Edge::Right => light[along * width + width - 1 - depth],
            };
            let strip = |n: usize| {
                let columns = n * across / STRIPS..(n + 1) * across / STRIPS;
                let count = columns.len() as f32;
                let lines: Vec<f32> =
                    (0..deep).map(|depth| columns.clone().map(|along| pixel(depth, along)).sum::<f32>() / count).collect();
                black_until(&lines, levels)
            };
            let mut said: Vec<f32> = (0..STRIPS).filter_map(strip).collect();
            said.sort_by(f32::total_cmp);
            let share = *said.get(said.len() / 2).filter(|_| said.len() >= FEWEST)?;
            let agree = said.iter().filter(|other| (**other - share).abs() <= AGREE.1).count();
            (BROAD.contains(&share) && agree as f32 >= AGREE.0 * said.len() as f32).then_some(Self { share, edge })
        };
        let found = [Edge::Top, Edge::Bottom, Edge::Left, Edge::Right].into_iter().filter_map(at);
        found.max_by(|a, b| a.share.total_cmp(&b.share))
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    /// A bright figure on a darker ground, seen from the knees up.
    fn figure(width: usize, height: usize) -> Picture {
        let value = |x: usize, y: usize| {
            let (x, y) = (x as f32 / width as f32 - 0.5, y as f32 / height as f32);
            let head = x.hypot((y - 0.25) * 1.4) < 0.14;
            let body = y > 0.38 && x.abs() < 0.12 + (y - 0.38) * 0.5;
            if head {
                170
            } else if body {
                90 + ((x * 40.0) as i32).unsigned_abs() as u8
            } else {
                40
            }
        };
        let values = (0..width * height).map(|i| [value(i % width, i / width); 3]).collect();
        Picture { width, height, values }
    }

    /// The same where a curtain covered a part from an edge on; what is left there is the room's.
    fn covered(mut picture: Picture, edge: Edge, share: f32) -> Picture {
        let (width, height) = (picture.width, picture.height);
        for (i, values) in picture.values.iter_mut().enumerate() {
            let (x, y) = ((i % width) as f32 / width as f32, (i / width) as f32 / height as f32);
            let depth = match edge {
                Edge::Top => y,
                Edge::Bottom => 1.0 - y,
                Edge::Left => x,
                Edge::Right => 1.0 - x,
            };
            if depth < share {
                *values = [4; 3];
            }
        }
        picture
    }

    #[test]
    fn a_dark_ground_is_no_band_and_a_black_picture_has_none() {
        let levels = Levels::plain();
        assert_eq!(Band::of(&figure(300, 400), &levels), None);
        assert_eq!(Band::of(&Picture { width: 40, height: 40, values: vec![[0; 3]; 1600] }, &levels), None);
        assert_eq!(Band::of(&Picture { width: 4, height: 4, values: vec![[90; 3]; 16] }, &levels), None);
        // Dark trousers are no curtain: they end at the sides.
        let mut trousers = figure(300, 400);
        for (i, values) in trousers.values.iter_mut().enumerate() {
            if i / 300 > 320 && (100..200).contains(&(i % 300)) {
                *values = [2; 3];
            }
        }
        assert_eq!(Band::of(&trousers, &levels), None);
    }

    proptest! {
        #[test]
        fn a_band_is_found_at_its_edge_with_its_share(share in 0.06..0.6f32, edge in 0..4usize, upright in any::<bool>()) {
            let edge = [Edge::Top, Edge::Bottom, Edge::Left, Edge::Right][edge];
            let (width, height) = if upright { (300, 400) } else { (400, 300) };
            let band = Band::of(&covered(figure(width, height), edge, share), &Levels::plain());
            prop_assert!(band.is_some_and(|b| b.edge == edge && (b.share - share).abs() < 0.02), "{:?}", band);
        }
    }
}
