//! Frames of one light each, mixed, held against frames of all of them: drawn by the project's own picture crate, each light alone and all at once.
#![allow(clippy::unwrap_used, missing_docs)]

use std::sync::LazyLock;

use ink_lamp_light::scale::{Aperture, Stops};
use ink_lamp_photo::{
    levels::Levels,
    mixed::{
        laid::Edges,
        layers::{Layers, Source as Frame},
        parts::{Parts, Tried},
        solve::{Between, Turn, Wish, Wished, solve},
        sums::AGREES,
    },
    picture::Picture,
    tones::{Patch, PatchTone},
};
use ink_lamp_picture::{
    foretold::{Easel, Wanted},
    lit::Care,
    set::Source,
    sitter::Sitter,
    subject::Subject,
};
use ink_lamp_sitting::{setup::Setup, studio::StandIn};
use ink_lamp_tapes::{
    after,
    entries::{camera, light},
    kit::taper,
    setup, then,
};
use proptest::prelude::*;
use serde_json::{Value, json};
use uuid::Uuid;

#[allow(dead_code, reason = "the picture's own tests use the rest")]
#[path = "../../picture/tests/picture/studio.rs"]
mod studio;
use studio::{disc, emitter, lamp, rectangle, set, source};

/// Without what a sitter hides of itself: that takes a minute to work out, and is the same in all frames.
static SITTER: LazyLock<Subject> = LazyLock::new(|| Subject::plain(Sitter::of(StandIn::ClockMender).unwrap()));

/// Key, fill, rim and a lamp on the ground.
fn lights(stops: [f64; 4]) -> Vec<Source> {
    let at = |round: f64, up: f64, away: f64, outline, stops: f64| source(&emitter(lamp(round, up, away, outline), 1.0, None), stops);
    vec![
        at(42.0, 35.0, 1.5, rectangle(0.9, 1.2), stops[0]),
        at(-35.0, 5.0, 2.0, disc(1.5), stops[1]),
        at(-145.0, 30.0, 1.8, rectangle(0.3, 1.2), stops[2]),
        at(160.0, -20.0, 0.9, disc(0.18), stops[3]),
    ]
}

/// A frame of some lights with the room, as a screen shows it.
fn frame(sources: Vec<Source>, room: f32) -> Picture {
    let mut set = set(sources);
    set.room = glam::Vec3::splat(room);
    set.back.room = glam::Vec3::splat(room);
    let wanted = Wanted { width: 240, height: 300, grey: false, care: Care::Rest, card: false, patches: Some(Vec::new()) };
    let pixels = Easel::default().draw(&SITTER, &set, &wanted).pixels;
    Picture { width: pixels.width, height: pixels.height, values: pixels.bytes.as_chunks().0.to_vec() }
}

const STOPS: [f64; 4] = [-0.4, -2.2, -0.8, -2.0];
const ROOM: f32 = 0.02;

struct Studio {
    dark: Picture,
    alone: Vec<Picture>,
    all: Picture,
}

static SHOT: LazyLock<Studio> = LazyLock::new(|| Studio {
    dark: frame(Vec::new(), ROOM),
    alone: lights(STOPS).into_iter().map(|light| frame(vec![light], ROOM)).collect(),
    all: frame(lights(STOPS), ROOM),
});

fn layers(studio: &Studio) -> Layers {
    let sources: Vec<Frame> = studio.alone.iter().map(|picture| Frame { picture, factors: (1.0, 1.0) }).collect();
    Layers::of(Some((&studio.dark, 1.0)), &sources, Some(&studio.all), &Levels::plain()).unwrap()
}

/// As it would be with the sitter, and all else, so many pixels to the right and down.
fn shifted(picture: &Picture, x: isize, y: isize) -> Picture {
    let (width, height) = (picture.width as isize, picture.height as isize);
    let from = |i: isize| ((i / width - y).clamp(0, height - 1) * width + (i % width - x).clamp(0, width - 1)) as usize;
    Picture { values: (0..width * height).map(|i| picture.values[from(i)]).collect(), ..*picture }
}

/// Tones of small places all over two pictures, where neither clips and the first lies above a tone: by how much the second lies over it.
fn off(one: &Picture, other: &Picture, darkest: f32) -> Vec<f32> {
    let mut all = Vec::new();
    for y in 1..60 {
        for x in 1..48 {
            let patch = Patch { x: x as f32 / 48.0, y: y as f32 / 60.0, radius: 0.006 };
            let (a, b) = (PatchTone::of(one, patch, &Levels::plain()), PatchTone::of(other, patch, &Levels::plain()));
            if let (Some(a), Some(b)) = (a.tone, b.tone)
                && (darkest..1.8).contains(&a)
                && b < 1.8
            {
                all.push(b - a);
            }
        }
    }
    all
}

fn median(mut all: Vec<f32>) -> f32 {
    all.sort_by(f32::total_cmp);
    all[all.len() / 2]
}

#[test]
fn the_sum_of_frames_of_one_light_each_is_the_frame_of_all() {
    let layers = layers(&SHOT);
    assert!(layers.shifts.iter().flatten().all(|s| (s.x, s.y) == (0.0, 0.0)), "{:?}", layers.shifts);
    let off = off(&SHOT.all, &layers.picture(&[1.0; 5]), -5.0);
    assert!(off.len() > 1500, "{}", off.len());
    let by = median(off.iter().map(|o| o.abs()).collect());
    let most = off.iter().fold(0.0f32, |most, o| most.max(o.abs()));
    assert!(by <= 0.02 && most < 0.1, "median {by}, at most {most}");
}

#[test]
fn turned_two_stops_up_and_down_it_is_the_frame_that_would_be_shot() {
    let layers = layers(&SHOT);
    for (n, by) in [(0usize, -2.0f64), (1, 2.0), (2, -2.0), (3, 2.0)] {
        let mut stops = STOPS;
        stops[n] += by;
        let truth = frame(lights(stops), ROOM);
        let mut weights = [1.0; 5];
        weights[n + 1] = by.exp2() as f32;
        let off = off(&truth, &layers.picture(&weights), -5.0 + by.max(0.0) as f32);
        let wrong = off.iter().filter(|o| o.abs() > 0.1).count();
        assert!(off.len() > 1000 && wrong * 200 < off.len(), "light {n} by {by}: {wrong} of {} are off by more than 0.1", off.len());
    }
}

#[test]
fn a_sitter_who_moved_is_laid_over() {
    for (n, x, y) in [(1usize, 5isize, 0isize), (2, -3, 4), (0, 2, -6)] {
        let mut alone: Vec<Picture> = SHOT.alone.clone();
        alone[n] = shifted(&alone[n], x, y);
        let moved = layers(&Studio { dark: SHOT.dark.clone(), alone, all: SHOT.all.clone() });
        let shift = moved.shifts[n + 1].unwrap();
        // To within a pixel: other light puts edges a little elsewhere.
        let (dx, dy) = (shift.x * 240.0 - x as f32, shift.y * 300.0 - y as f32);
        assert!(dx.abs() <= 1.0 && dy.abs() <= 1.0, "light {n}: {shift:?}");
        let others = moved.shifts.iter().enumerate().filter(|(k, _)| *k != n + 1);
        assert!(others.map(|(_, s)| s.unwrap_or_default()).all(|s| s == Default::default()), "{:?}", moved.shifts);
        // It is the frame of all again.
        let off = off(&SHOT.all, &moved.picture(&[1.0; 5]), -4.0);
        assert!(median(off.iter().map(|o| o.abs()).collect()) < 0.03);
    }
    // A frame without light tells nothing of where the sitter is.
    let black = Picture { width: 240, height: 300, values: vec![[0; 3]; 72_000] };
    assert_eq!(Edges::of(&black).shift_from(&Edges::of(&SHOT.all)), None);
}

/// Cheeks of the drawn head, and the wall beside it.
const LIT: Patch = Patch { x: 0.58, y: 0.52, radius: 0.02 };
const SHADOW: Patch = Patch { x: 0.40, y: 0.52, radius: 0.02 };
const WALL: Patch = Patch { x: 0.08, y: 0.2, radius: 0.02 };

#[test]
fn dials_are_found_for_a_wished_ratio_and_the_true_frame_has_it() {
    let layers = layers(&SHOT);
    let sums = layers.sums(&[LIT, SHADOW, WALL]);
    let tenths = |at: usize| Turn { layer: 0, factors: (0..80).map(|n| ((at as f32 - n as f32) / 10.0).exp2()).collect(), at };
    let turns: Vec<Turn> = (1..5).map(|layer| Turn { layer, ..tenths(30) }).collect();
    let (lit, wall) = (-0.2, -1.5);
    let wished = Wished {
        tones: vec![Wish { patch: 0, tone: lit }, Wish { patch: 2, tone: wall }],
        between: Some(Between { lit: 0, shadow: 1, over: 3f32.log2() }),
    };
    let found = solve(&sums, &[1.0; 5], &turns, &wished);
    let by: Vec<f64> = found.iter().zip(&turns).map(|(at, turn)| f64::from(turn.factors[*at].log2())).collect();
    let stops: [f64; 4] = std::array::from_fn(|n| STOPS[n] + by[n]);
    let truth = frame(lights(stops), ROOM);
    let tone = |patch| PatchTone::of(&truth, patch, &Levels::plain()).tone.unwrap();
    assert!((tone(LIT) - tone(SHADOW) - 3f32.log2()).abs() < 0.1, "{by:?}: {}", tone(LIT) - tone(SHADOW));
    assert!((tone(LIT) - lit).abs() < 0.1 && (tone(WALL) - wall).abs() < 0.1, "{by:?}: {} {}", tone(LIT), tone(WALL));
    // What matters little is turned little: hardly any of the rim's light reaches cheek or wall.
    assert!(by[2].abs() < 0.35, "{by:?}");
}

#[test]
fn whether_the_sum_can_be_trusted_is_told_patch_by_patch() {
    let layers = layers(&SHOT);
    let patches = [LIT, SHADOW, WALL, Patch { x: 0.5, y: 0.98, radius: 0.01 }];
    let sums = layers.sums(&patches);
    let off = layers.against_whole(&patches, &sums, &[1.0; 5]).unwrap();
    assert!(off[..3].iter().all(|o| o.unwrap().abs() < AGREES), "{off:?}");
    // The fill was turned between the two, and nobody noted it.
    let off = layers.against_whole(&patches, &sums, &[1.0, 1.0, 2.0, 1.0, 1.0]).unwrap();
    assert!(off[1].unwrap() > AGREES && off[0].unwrap() < off[1].unwrap(), "{off:?}");
}

/// What follows the hand is coarser, and tells the same.
#[test]
fn at_half_the_size_patches_have_the_same_tones() {
    let (whole, half) = (layers(&SHOT), layers(&SHOT).halved());
    assert_eq!((half.width, half.height, half.count()), (120, 150, 5));
    let weights = [1.0, 0.5, 2.0, 1.0, 1.0];
    let (a, b) = (whole.picture(&weights), half.picture(&weights));
    for patch in [LIT, SHADOW, WALL] {
        let (a, b) = (PatchTone::of(&a, patch, &Levels::plain()).tone.unwrap(), PatchTone::of(&b, patch, &Levels::plain()).tone.unwrap());
        assert!((a - b).abs() < 0.03, "{a} {b}");
    }
    let one = Picture { width: 1, height: 1, values: vec![[90; 3]] };
    let small = Layers::of(None, &[Frame { picture: &one, factors: (1.0, 1.0) }], None, &Levels::plain()).unwrap().halved();
    assert_eq!(small.picture(&[1.0]).values, [[90; 3]]);
}

#[test]
fn frames_of_other_shapes_are_refused_and_those_of_other_sizes_are_not() {
    let wide = Picture { width: 300, height: 240, values: SHOT.dark.values.clone() };
    let one = [Frame { picture: &SHOT.alone[0], factors: (1.0, 1.0) }];
    let refused = Layers::of(Some((&wide, 1.0)), &one, None, &Levels::plain()).unwrap_err().to_string();
    assert!(refused.starts_with("A frame of 300 × 240 pixels does not lie on one of 240 × 300"), "{refused}");
    assert!(Layers::of(None, &[], None, &Levels::plain()).is_err());
    let small = SHOT.dark.within(150);
    assert!(Layers::of(Some((&small, 1.0)), &one, None, &Levels::plain()).is_ok());
}

fn id(n: usize) -> Uuid {
    Uuid::from_u128(n as u128 + 1)
}

fn shot(n: usize, lit: Value, shutter: &str, iso: &str) -> Value {
    json!({"frame": {"picture": {"id": id(n), "as_shot": {"aperture": "8", "shutter": shutter, "iso": iso}, "lit": lit}}})
}

fn two_lights() -> Setup {
    let unit = json!({"unit": taper(256, "tenths"), "dial": "1/8"});
    setup([camera("8", "1/160", "100"), light("key", &unit), light("fill", &unit)])
}

#[test]
fn the_newest_frame_of_each_kind_is_in_the_mix_and_dials_say_by_how_much() {
    let shot_all = after(
        &two_lights(),
        [
            shot(0, json!("no_flash"), "1/160", "100"),
            shot(1, json!({"alone": "key"}), "1/160", "100"),
            shot(2, json!({"alone": "key"}), "1/160", "100"),
            json!({"dial": {"light": "key", "dial": "1/16"}}),
            shot(3, json!("all"), "1/160", "100"),
        ],
    );
    let parts = Parts::of(&shot_all);
    assert_eq!(parts.pictures(), [id(0), id(2)]);
    assert_eq!((parts.missing(), parts.whole.map(|w| w.picture)), (vec![1], Some(id(3))));
    // As shot the key was at 1/8; with all lights, and as it is set by now, a stop lower.
    let as_shot = parts.as_shot().unwrap();
    assert_eq!(parts.weights(&as_shot), [1.0, 1.0]);
    assert_eq!(parts.weights(&parts.as_whole().unwrap()), [1.0, 0.5]);
    assert_eq!(parts.weights(&parts.as_set().unwrap()), [1.0, 0.5]);
    let mut up = as_shot.clone();
    up.powers[0] = Some(Stops::of(-2.0));
    assert_eq!((parts.weights(&up), parts.over(&up, 0, parts.lights[0].1)), (vec![1.0, 2.0], Some(1.0)));
    let muted = Tried { muted: vec![0], without_room: true, ..as_shot.clone() };
    assert_eq!(parts.weights(&muted), [0.0, 0.0]);
    // The shutter is the room's dial, and does not touch the flash; the aperture is that of both.
    let longer = parts.shutters().into_iter().find(|t| t.said() == "1/80").unwrap();
    let mut exposed = as_shot.clone();
    exposed.exposure.shutter = longer;
    let weights = parts.weights(&exposed);
    assert!((weights[0] - 2.0).abs() < 1e-6 && weights[1] == 1.0, "{weights:?}");
    exposed.exposure.aperture = Aperture::parse("11").unwrap();
    let weights = parts.weights(&exposed);
    assert!((weights[0] - 1.0).abs() < 1e-6 && (weights[1] - 0.5).abs() < 1e-6, "{weights:?}");
}

/// A stop of ISO more is a stop more of all; a stop of time more of the room only. Closed form.
#[test]
fn frames_that_were_exposed_otherwise_come_to_one_exposure() {
    let shots = after(
        &two_lights(),
        [
            shot(0, json!({"alone": "key"}), "1/160", "100"),
            shot(1, json!({"alone": "fill"}), "1/80", "200"),
            shot(2, json!("no_flash"), "1/40", "100"),
        ],
    );
    let parts = Parts::of(&shots);
    let (key, fill) = (parts.factors(parts.lights[0].1), parts.factors(parts.lights[1].1));
    let near = |(a, b): (f32, f32), to: (f32, f32)| (a - to.0).abs() < 1e-5 && (b - to.1).abs() < 1e-5;
    // Two stops less of the room than in the frame without flash; as much of it as there, and a stop too much of the flash.
    assert!(near(key, (0.25, 1.0)) && near(fill, (1.0, 0.5)), "{key:?} {fill:?}");
    assert!((parts.room_factor() - 0.25).abs() < 1e-5);
}

#[test]
fn past_sync_the_shutter_is_the_dial_of_all_that_pulses() {
    let setup = then(&two_lights(), json!({"camera": {"aperture": "8", "shutter": "1/160", "iso": "100", "sync": "1/200"}}));
    let shots = then(&setup, shot(0, json!({"alone": "key"}), "1/160", "100"));
    let times: Vec<String> = Parts::of(&shots).shutters().iter().map(|t| t.said()).collect();
    assert_eq!((times.first().map(String::as_str), times.last().map(String::as_str)), (Some("1/8"), Some("1/200")));
    assert_eq!(Parts::of(&setup).shutters(), []);
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 24, ..ProptestConfig::default() })]

    /// Whatever two lights give to two patches: what is found is no worse than where it began, and lies on the dial.
    #[test]
    fn what_is_found_is_never_worse_than_where_it_began(values in prop::collection::vec((0u8..=255, 0u8..=255), 2), lit in -4.0..2.0f32, over in 0.0..3.0f32) {
        let half = |(a, b): (u8, u8)| Picture { width: 20, height: 20, values: (0..400).map(|i| [if i % 20 < 10 { a } else { b }; 3]).collect() };
        let alone: Vec<Picture> = values.into_iter().map(half).collect();
        let sources: Vec<Frame> = alone.iter().map(|picture| Frame { picture, factors: (1.0, 1.0) }).collect();
        let layers = Layers::of(None, &sources, None, &Levels::plain()).unwrap();
        let patches = [Patch { x: 0.25, y: 0.5, radius: 0.1 }, Patch { x: 0.75, y: 0.5, radius: 0.1 }];
        let sums = layers.sums(&patches);
        let turns: Vec<Turn> = (0..2).map(|layer| Turn { layer, factors: (0..30).map(|n| (1.5 - n as f32 / 10.0).exp2()).collect(), at: 15 }).collect();
        let wished = Wished { tones: vec![Wish { patch: 0, tone: lit }], between: Some(Between { lit: 0, shadow: 1, over }) };
        let found = solve(&sums, &[1.0, 1.0], &turns, &wished);
        let missed = |at: &[usize]| {
            let weights: Vec<f32> = at.iter().zip(&turns).map(|(at, turn)| turn.factors[*at]).collect();
            let tone = |patch| sums.tone(patch, &weights).unwrap_or(-20.0);
            (tone(0) - lit).powi(2) + (tone(0) - tone(1) - over).powi(2)
        };
        prop_assert!(found.iter().all(|at| *at < 30));
        prop_assert!(missed(&found) <= missed(&[15, 15]) + 1e-4);
    }
}
