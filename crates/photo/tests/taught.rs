//! Tone curves taught by brackets, held against cameras whose curve is known: five shapes, each with and without noise.
#![allow(clippy::unwrap_used, missing_docs)]

use ink_lamp_light::scale::ToneCurve;
use ink_lamp_photo::{
    levels::Levels,
    picture::Picture,
    taught::{CardFrame, NotTaught, Taught, Use},
    tones::{Patch, PatchTone},
};
use proptest::prelude::*;

/// The value, 0 to 1, of light that lies some stops over mid-grey.
type Develops = fn(f64) -> f64;

/// A logistic in stops whose slope at mid-grey is `steep` of a value a stop, through the value 118 there.
fn logistic(stops: f64, steep: f64) -> f64 {
    let middle: f64 = 118.0 / 255.0;
    let start = (middle / (1.0 - middle)).ln();
    1.0 / (1.0 + (-(start + steep * stops / (middle * (1.0 - middle)))).exp())
}

/// Five cameras: three powers of light, one that bends into an S and one that is flat at both ends. All show mid-grey as 118.
const CAMERAS: [(&str, Develops); 5] = [
    ("gamma 2.2", |stops| (118.0 / 255.0 * (stops / 2.2).exp2()).min(1.0)),
    ("gamma 1.8", |stops| (118.0 / 255.0 * (stops / 1.8).exp2()).min(1.0)),
    ("gamma 2.6", |stops| (118.0 / 255.0 * (stops / 2.6).exp2()).min(1.0)),
    ("an S", |stops| logistic(stops, 0.15)),
    ("a flat S", |stops| logistic(stops, 0.11)),
];

/// A picture of one tone, by a camera: each pixel off by chance, in values, and rounded.
fn card(develops: Develops, stops: f64, noise: f64, seed: u64) -> Picture {
    let mut state = seed.wrapping_mul(0x9e37_79b9_7f4a_7c15) | 1;
    let mut chance = || {
        // Twelve even chances make nearly a normal one (the sum of uniform variables, closed form).
        let mut sum = -6.0;
        for _ in 0..12 {
            state ^= state << 13;
            state ^= state >> 7;
            state ^= state << 17;
            sum += (state >> 11) as f64 / (1u64 << 53) as f64;
        }
        sum
    };
    let value = 255.0 * develops(stops);
    let values = (0..1600).map(|_| [(value + noise * chance()).round().clamp(0.0, 255.0) as u8; 3]).collect();
    Picture { width: 40, height: 40, values }
}

const MIDDLE: Patch = Patch { x: 0.5, y: 0.5, radius: 0.4 };

fn bracket(develops: Develops, exposures: &[f64], noise: f64) -> Vec<CardFrame> {
    let frame = |(n, stops): (usize, &f64)| {
        let card = PatchTone::of(&card(develops, *stops, noise, n as u64 + 1), MIDDLE, &Levels::plain());
        // Only how exposures stand to each other is told: the bracket as such lies anywhere.
        CardFrame { exposed: stops + 5.3, card }
    };
    exposures.iter().enumerate().map(frame).collect()
}

const SEVEN: [f64; 7] = [-4.0, -3.0, -2.0, -1.0, 0.0, 1.0, 2.0];

#[test]
fn five_cameras_are_read_within_a_tenth_from_four_under_to_two_over() {
    for (name, develops) in CAMERAS {
        for noise in [0.0, 3.0] {
            let taught = Taught::by(&bracket(develops, &SEVEN, noise), None).unwrap();
            let levels = Levels::of(Some(&taught.curve));
            let mut square = 0.0;
            for tenth in -40..=20i32 {
                let stops = f64::from(tenth) / 10.0;
                let read = PatchTone::of(&card(develops, stops, noise, 77 + u64::from(tenth.unsigned_abs())), MIDDLE, &levels);
                let off = f64::from(read.tone.unwrap()) - stops;
                assert!(off.abs() < 0.1, "{name} with noise {noise}: {stops} is read as {:?}", read.tone);
                square += off * off;
            }
            let (off, sure) = ((square / 61.0).sqrt(), taught.curve.sure(0.0));
            // What it says of itself is honest: neither surer than it is, nor of no use.
            assert!(off < 1.5 * sure && sure < 0.12, "{name} with noise {noise}: off by {off}, sure to {sure}");
        }
    }
}

#[test]
fn without_the_curve_some_of_them_are_read_wrong_by_more_than_that() {
    let off = |develops: Develops| {
        let read = |stops: f64| PatchTone::of(&card(develops, stops, 0.0, 1), MIDDLE, &Levels::plain()).tone.unwrap();
        SEVEN.iter().map(|stops| (f64::from(read(*stops)) - stops).abs()).fold(0.0, f64::max)
    };
    assert!(CAMERAS.iter().filter(|(_, develops)| off(*develops) > 0.3).count() >= 3);
}

#[test]
fn clipped_frames_are_left_and_told() {
    let taught = Taught::by(&bracket(CAMERAS[1].1, &[-3.0, -1.5, 0.0, 1.0, 3.0, 4.0], 1.0), Some("Loft 2".to_owned())).unwrap();
    assert_eq!(taught.uses[3..], [Use::Taken, Use::Clipped, Use::Clipped]);
    assert_eq!((taught.curve.points().len(), taught.curve.camera()), (4, Some("Loft 2")));
}

#[test]
fn what_teaches_nothing_is_refused_with_what_would() {
    let [_, (_, develops), ..] = CAMERAS;
    let refused = |exposures: &[f64]| Taught::by(&bracket(develops, exposures, 1.0), None).unwrap_err().to_string();
    assert_eq!(
        refused(&[0.0, 1.0, 3.0, 4.0, 5.0, 6.0, 7.0]),
        "The card is clipped in 5 of 7 frames and black in 0: 2 are left, and 3 are needed. Expose less."
    );
    assert!(refused(&[0.0, 1.0]).starts_with("2 frames are no bracket."));
    assert!(refused(&[0.0, 0.02, 1.0, 1.0]).starts_with("The card was exposed 2 times differently over 1.0 stops."));
    assert!(refused(&[0.0, 0.5, 1.0, 1.4]).starts_with("The card was exposed 4 times differently over 1.4 stops."));
    assert!(refused(&[-5.0, -4.0, -3.0, -2.0]).starts_with("In all frames the card is darker than mid-grey"));
    // A frame whose light was another one.
    let mut uneven = bracket(develops, &SEVEN, 1.0);
    uneven[4].card = uneven[2].card;
    let refused = Taught::by(&uneven, None).unwrap_err();
    assert!(matches!(refused, NotTaught::Uneven { darker: 3, brighter: 4, .. }), "{refused}");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]

    #[test]
    fn any_frames_teach_a_curve_that_rises_or_are_refused(frames in proptest::collection::vec((-9.0..9.0f64, proptest::option::of(-9.0..2.5f32), 0.0..0.02f32, 0.0..0.3f32), 0..13)) {
        let frame = |&(exposed, tone, clipped, by_chance): &(f64, Option<f32>, f32, f32)| {
            CardFrame { exposed, card: PatchTone { tone, sure: 0.3, by_chance, spread: by_chance, clipped, pixels: 100 } }
        };
        let all: Vec<CardFrame> = frames.iter().map(frame).collect();
        if let Ok(Taught { curve, uses }) = Taught::by(&all, None) {
            prop_assert_eq!(uses.len(), all.len());
            prop_assert!(curve.tone(0.0).abs() < 1e-9);
            let curve: ToneCurve = serde_json::from_value(serde_json::to_value(&curve).unwrap()).unwrap();
            let tones: Vec<f64> = (-80..30).map(|tenth| curve.tone(f64::from(tenth) / 10.0)).collect();
            prop_assert!(tones.windows(2).all(|pair| pair[0] < pair[1]));
        }
    }
}
