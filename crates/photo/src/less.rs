//! A frame that was shot less what was foretold of it: a picture in grey, where what is as foretold is the grey of the surround, brighter is brighter and
//! darker is darker.
//!
//! The two are laid over each other by places that stand in both: moved, turned and sized alike over the whole (a similarity, by least squares in closed
//! form).

use rayon::prelude::*;

use crate::{levels::Levels, picture::Picture};

/// The grey of the surround, where nothing differs.
pub const AS_FORETOLD: u8 = 0x77;
/// So many of 256 values brighter or darker for each stop: two stops come to the ends (a judgement).
const A_STOP: f32 = 60.0;
/// Under this tone nothing is told apart, stops.
const FLOOR: f32 = -5.0;
/// A frame is sized by no more than this, either way.
const SIZED: f32 = 4.0;

/// A place in both: shares of width and height.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Twice {
    /// In the frame that was shot.
    pub shot: (f32, f32),
    /// In the foretold one.
    pub foretold: (f32, f32),
}

/// How one lies over the other: of a place in the foretold frame, in its heights, the place in the one that was shot, in its own.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Laid {
    turn: (f32, f32),
    at: (f32, f32),
}

/// Width over height.
fn shape(picture: &Picture) -> f32 {
    picture.width as f32 / picture.height as f32
}

impl Laid {
    /// By places that stand in both, with the shapes of both pictures, width over height. None with fewer than two that differ, or where one would have to
    /// be sized beyond belief.
    #[must_use]
    pub fn over(places: &[Twice], shot: f32, foretold: f32) -> Option<Self> {
        let count = places.len() as f32;
        let to = |(x, y): (f32, f32), shape: f32| (x * shape, y);
        let mean = |of: &dyn Fn(&Twice) -> (f32, f32)| {
            let (x, y) = places.iter().map(of).fold((0.0, 0.0), |sum, at| (sum.0 + at.0, sum.1 + at.1));
            (x / count, y / count)
        };
        let (a, b) = (mean(&|p| to(p.foretold, foretold)), mean(&|p| to(p.shot, shot)));
        let (mut along, mut across, mut spread) = (0.0f32, 0.0f32, 0.0f32);
        for place in places {
            let (from, into) = (to(place.foretold, foretold), to(place.shot, shot));
            let (u, v) = ((from.0 - a.0, from.1 - a.1), (into.0 - b.0, into.1 - b.1));
            along += u.0 * v.0 + u.1 * v.1;
            across += u.0 * v.1 - u.1 * v.0;
            spread += u.0 * u.0 + u.1 * u.1;
        }
        if places.len() < 2 || spread < 1e-5 {
            return None;
        }
        let turn = (along / spread, across / spread);
        let size = turn.0.hypot(turn.1);
        if !(1.0 / SIZED..=SIZED).contains(&size) {
            return None;
        }
        let at = (b.0 - (turn.0 * a.0 - turn.1 * a.1), b.1 - (turn.1 * a.0 + turn.0 * a.1));
        Some(Self { turn, at })
    }

    /// Where a place of the foretold frame lies in the one that was shot, in heights.
    fn of(self, (x, y): (f32, f32)) -> (f32, f32) {
        let (c, s) = self.turn;
        (c * x - s * y + self.at.0, s * x + c * y + self.at.1)
    }
}

/// A frame less what was foretold of it, at the foretold one's size. `levels` are those of the camera that shot it; the foretold one is plain sRGB.
#[must_use]
pub fn less(shot: &Picture, levels: &Levels, foretold: &Picture, laid: Laid) -> Picture {
    let plain = Levels::plain();
    // At about the size that it is looked at: each pixel the mean of what falls into it.
    let shot = shot.within(foretold.width.max(foretold.height));
    let (of_shot, of_foretold) = (shape(&shot), shape(foretold));
    let floor = |tone: Option<f32>| tone.unwrap_or(FLOOR).max(FLOOR);
    let value = |i: usize| {
        let (x, y) = (i % foretold.width, i / foretold.width);
        let at = ((x as f32 + 0.5) / foretold.width as f32 * of_foretold, (y as f32 + 0.5) / foretold.height as f32);
        let (x, y) = laid.of(at);
        let (x, y) = (x / of_shot * shot.width as f32, y * shot.height as f32);
        if !(0.0..shot.width as f32).contains(&x) || !(0.0..shot.height as f32).contains(&y) {
            return AS_FORETOLD;
        }
        let seen = shot.values[y as usize * shot.width + x as usize];
        let by = floor(levels.stops(levels.light(seen))) - floor(plain.stops(plain.light(foretold.values[i])));
        (f32::from(AS_FORETOLD) + A_STOP * by).round().clamp(0.0, 255.0) as u8
    };
    let values = (0..foretold.values.len()).into_par_iter().map(|i| [value(i); 3]).collect();
    Picture { width: foretold.width, height: foretold.height, values }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    /// A picture whose tone tells its place.
    fn ramp(width: usize, height: usize, more: f32) -> Picture {
        let plain = Levels::plain();
        let tone = |i: usize| ((i % width) as f32 / width as f32 * 4.0 - 3.0 + more).exp2() * 0.18;
        Picture { width, height, values: (0..width * height).map(|i| [plain.value(tone(i)); 3]).collect() }
    }

    const SAME: [Twice; 2] = [Twice { shot: (0.2, 0.3), foretold: (0.2, 0.3) }, Twice { shot: (0.8, 0.6), foretold: (0.8, 0.6) }];

    #[test]
    fn what_is_as_foretold_melts_into_the_surround_and_a_stop_more_is_sixty_brighter() {
        let foretold = ramp(80, 100, 0.0);
        let laid = Laid::over(&SAME, 0.8, 0.8).unwrap();
        let same = less(&foretold, &Levels::plain(), &foretold, laid);
        assert!(same.values.iter().all(|v| *v == [AS_FORETOLD; 3]));
        let more = less(&ramp(80, 100, 1.0), &Levels::plain(), &foretold, laid);
        let off = |value: u8| (i32::from(value) - i32::from(AS_FORETOLD) - 60).abs();
        assert!(more.values.iter().all(|v| off(v[0]) < 8), "{:?}", more.values.iter().map(|v| v[0]).max());
        // Dark on dark is no difference, and outside of the frame there is none.
        let black = Picture { values: vec![[0; 3]; 8000], ..foretold.clone() };
        assert!(less(&black, &Levels::plain(), &black, laid).values.iter().all(|v| v[0] == AS_FORETOLD));
        let beside = [Twice { shot: (1.4, 0.3), ..SAME[0] }, Twice { shot: (2.0, 0.6), ..SAME[1] }];
        let laid = Laid::over(&beside, 0.8, 0.8).unwrap();
        assert!(less(&black, &Levels::plain(), &foretold, laid).values.iter().all(|v| v[0] == AS_FORETOLD));
    }

    #[test]
    fn one_place_or_the_same_twice_lays_nothing_over() {
        assert_eq!(Laid::over(&SAME[..1], 0.8, 0.8), None);
        assert_eq!(Laid::over(&[SAME[0], SAME[0]], 0.8, 0.8), None);
        assert_eq!(Laid::over(&[], 0.8, 0.8), None);
        let huge = [Twice { shot: (0.0, 0.0), foretold: (0.5, 0.5) }, Twice { shot: (1.0, 1.0), foretold: (0.51, 0.51) }];
        assert_eq!(Laid::over(&huge, 0.8, 0.8), None);
    }

    proptest! {
        /// Whatever moved, turned and sized the sitter, two places find it again.
        #[test]
        fn what_was_moved_turned_and_sized_is_laid_back(turn in -0.5..0.5f32, size in 0.5..2.0f32, dx in -0.3..0.3f32, dy in -0.3..0.3f32, shot in 0.6..1.6f32) {
            let moved = |(x, y): (f32, f32)| {
                let (c, s) = (size * turn.cos(), size * turn.sin());
                let (x, y) = (x * 0.8, y);
                ((c * x - s * y + dx) / shot, s * x + c * y + dy)
            };
            let places = [(0.4, 0.4), (0.6, 0.45), (0.5, 0.6)].map(|foretold| Twice { shot: moved(foretold), foretold });
            let laid = Laid::over(&places, shot, 0.8).unwrap();
            for (x, y) in [(0.1, 0.9), (0.7, 0.2)] {
                let (found, meant) = (laid.of((x * 0.8, y)), moved((x, y)));
                prop_assert!((found.0 - meant.0 * shot).abs() < 1e-3 && (found.1 - meant.1).abs() < 1e-3);
            }
        }
    }
}
