//! How far a camera's clock stands off ours, from frames that came as they were shot.
//!
//! A file says when it was shot by its camera's clock; we know when it came. Over a cable or a folder that is always the same short while later, so that what
//! the two differ by is the clock's. Frames from a card come hours later, each by another while: they tell nothing.

use chrono::{DateTime, Duration, Utc};

/// So many frames at least must agree.
const FEWEST: usize = 3;
/// Shot over this time at least.
const OVER: Duration = Duration::seconds(20);
/// They differ from each other by no more than this.
const ALIKE: Duration = Duration::seconds(15);
/// A clock that stands off by less is right: what a frame takes to come is in it.
const RIGHT: Duration = Duration::seconds(60);

/// By how much a camera's clock is behind ours (+) or ahead (−), from when frames were shot by it and when they came. None where they don't agree, are too
/// few, or it is right.
#[must_use]
pub fn behind(frames: &[(DateTime<Utc>, DateTime<Utc>)]) -> Option<Duration> {
    let shot = |(by_camera, _): &(DateTime<Utc>, DateTime<Utc>)| *by_camera;
    let (first, last) = (frames.iter().map(shot).min()?, frames.iter().map(shot).max()?);
    let late = |(by_camera, came): &(DateTime<Utc>, DateTime<Utc>)| *came - *by_camera;
    let (least, most) = (frames.iter().map(late).min()?, frames.iter().map(late).max()?);
    let agree = frames.len() >= FEWEST && last - first >= OVER && most - least <= ALIKE;
    (agree && least.abs() >= RIGHT).then_some(least)
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn at(seconds: i64) -> DateTime<Utc> {
        DateTime::from_timestamp(1_796_000_000 + seconds, 0).unwrap()
    }

    #[test]
    fn frames_that_come_as_they_are_shot_tell_the_clock_and_those_from_a_card_do_not() {
        // The camera was left on summer time, and three minutes slow.
        let tethered = [(0, 3423), (40, 3462), (95, 3520)].map(|(shot, came)| (at(shot), at(came)));
        assert_eq!(behind(&tethered), Some(Duration::seconds(3422)));
        assert_eq!(behind(&tethered[..2]), None);
        // All at once from a card, an hour later.
        let card = [(0, 3600), (40, 3601), (95, 3602)].map(|(shot, came)| (at(shot), at(came)));
        assert_eq!(behind(&card), None);
        // A clock that is right.
        let right = [(0, 3), (40, 44), (95, 97)].map(|(shot, came)| (at(shot), at(came)));
        assert_eq!(behind(&right), None);
        assert_eq!(behind(&[]), None);
    }

    proptest! {
        #[test]
        fn whatever_the_clock_says_it_is_found_within_what_a_frame_takes_to_come(off in -100_000..100_000i64, gaps in prop::collection::vec(10..200i64, 3..12), delays in prop::collection::vec(1..14i64, 13)) {
            prop_assume!(off.abs() > 80);
            let mut shot = 0;
            let frames: Vec<_> = gaps.iter().zip(&delays).map(|(gap, delay)| { shot += gap; (at(shot - off), at(shot + delay)) }).collect();
            let found = behind(&frames);
            prop_assert!(found.is_some_and(|found| (found.num_seconds() - off).abs() <= 14), "{:?}", found);
        }
    }
}
