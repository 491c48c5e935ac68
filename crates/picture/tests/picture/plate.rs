//! What is mixed in linear light: the lens's depth of field on the sitter, and the ghost that the room draws of a movement.

use glam::Vec3;
use ink_lamp_light::lens;
use ink_lamp_picture::{
    foretold::{Easel, Foretold, Wanted},
    lit::Care,
    set::{Set, Show},
    tone,
};
use ink_lamp_scene::{freeze, scene::Scene};
use ink_lamp_tapes::{
    entries::{around, reads, room, studio},
    kit::body,
    setup, then,
};
use proptest::prelude::*;
use serde_json::json;

use crate::studio::{SUBJECT, disc, emitter, lamp, set, source};

fn drawn(set: &Set) -> Foretold {
    let wanted = Wanted { width: 240, height: 300, grey: true, care: Care::Rest, card: false, patches: None };
    Easel::default().draw(&SUBJECT, set, &wanted)
}

fn lit() -> Set {
    let mut set = set(vec![source(&emitter(lamp(35.0, 30.0, 1.5, disc(0.5)), 1.0, None), 0.0)]);
    set.back.room = Vec3::splat(0.3);
    set
}

/// How much neighbours differ, in a part of the picture by shares of its width and height.
fn rough(frame: &Foretold, (left, right): (f32, f32), (top, bottom): (f32, f32)) -> f32 {
    let p = &frame.pixels;
    let (w, h) = (p.width as f32, p.height as f32);
    let mut sum = 0.0;
    for y in (top * h) as usize..(bottom * h) as usize {
        for x in (left * w) as usize..(right * w) as usize {
            sum += (p.light[y * p.width + x + 1] - p.light[y * p.width + x]).abs();
        }
    }
    sum
}

/// Focused on the eyes with the lens wide open, ears and shoulders are soft, eyes stay as they are, and the frame has as much light as before.
#[test]
fn ears_are_soft_where_the_lens_draws_them_so() {
    let sharp = drawn(&lit());
    let mut open = lit();
    // 85 mm at f/1.4 on 24 mm of height, focused at 2 m: f²/(N·(u − f)) by hand, as a tangent of a frame 0.14 high to each side.
    open.lens.wide = (85.0 * 85.0 / (1.4 * (2000.0 - 85.0)) / 85.0) as f32;
    let soft = drawn(&open);
    let mean = |f: &Foretold| f.pixels.light.iter().sum::<f32>() / f.pixels.light.len() as f32;
    assert!((mean(&soft) / mean(&sharp) - 1.0).abs() < 0.01, "{} {}", mean(&soft), mean(&sharp));
    let shoulders = |f: &Foretold| rough(f, (0.02, 0.98), (0.7, 0.98));
    assert!(shoulders(&soft) < 0.9 * shoulders(&sharp), "{} {}", shoulders(&soft), shoulders(&sharp));
    let eyes = |f: &Foretold| rough(f, (0.42, 0.58), (0.3, 0.4));
    assert!(eyes(&soft) > 0.85 * eyes(&sharp), "{} {}", eyes(&soft), eyes(&sharp));
}

proptest! {
    /// The picture's circle is the core's own.
    #[test]
    fn a_point_is_drawn_as_wide_as_the_core_says(focal in 24.0..200.0f64, n in 1.4..16.0f64, away in 0.8..5.0f64, at in 0.8..9.0f64) {
        let core = |at: f64| lens::blur(focal.try_into().unwrap(), away.try_into().unwrap(), n, at.try_into().unwrap());
        let lens = ink_lamp_picture::set::Lens { wide: (2.0 * core(2.0 * away)) as f32, ..lit().lens };
        let (ours, theirs) = (f64::from(lens.soft(away as f32, at as f32)), core(at));
        prop_assert!((ours - theirs).abs() < 1e-4 * theirs.max(1.0), "{} {}", ours, theirs);
    }
}

/// Flash alone draws no ghost. What the room gives is smeared as far as the sitter gets, and its ground shows where the sitter left.
#[test]
fn the_room_smears_what_moves_and_flash_does_not() {
    let still = lit();
    let moved = |room: f32| Set {
        room: Vec3::splat(room),
        back: ink_lamp_picture::set::Back { room: Vec3::splat(room), ..still.back },
        ghost: Some(Vec3::X * 0.06),
        ..still.clone()
    };
    let dark = Set { back: ink_lamp_picture::set::Back { room: Vec3::ZERO, ..still.back }, ..still.clone() };
    let (flash, plain) = (drawn(&moved(0.0)), drawn(&dark));
    let off = flash.pixels.light.iter().zip(&plain.pixels.light).filter(|(a, b)| (*a - *b).abs() > 0.01).count();
    assert!(off * 100 < flash.pixels.light.len(), "{off} pixels differ though nothing is smeared");
    // A grey wall in the room's light alone: half of the way, half of the time the sitter is there.
    let ghost = drawn(&Set { sources: Vec::new(), ..moved(1.0) });
    let held = drawn(&Set { ghost: None, sources: Vec::new(), ..moved(1.0) });
    let row = |f: &Foretold, y: usize| f.pixels.light[y * 240..(y + 1) * 240].to_vec();
    let (smeared, sharp) = (row(&ghost, 200), row(&held, 200));
    let wall = tone::MID_GREY;
    let edge = |row: &[f32], dark: f32| row.iter().rposition(|l| (*l - wall).abs() > dark).unwrap();
    // It reaches as much farther to the right as the sitter got.
    let way = 0.06 * still.view(240, 300).0.scale() / 2.0;
    let farther = edge(&smeared, 0.004) as f32 - edge(&sharp, 0.004) as f32;
    assert!((farther - way).abs() < 4.0, "{farther} and not {way}");
}

/// A walk in a room that is kept draws a ghost, as long as the finding says; a room that is removed draws none.
#[test]
fn a_ghost_is_drawn_where_the_core_finds_one() {
    let at = |shutter: &str| {
        let walks = setup(&[
            json!({"camera": {"aperture": "4", "shutter": shutter, "iso": "100", "focal": 85, "body": body(&json!({}))}}),
            studio(&json!({})),
            json!({"light": {"light": "key", "role": "key", "rig": {"shape": {"kind": "octa", "size": {"round": {"diameter": 0.9}}, "loss": 1}}}}),
            around("key", -40.0, 30.0, 1.5),
            reads("key", "4 0"),
            room("2.8 0", "100", "1/30"),
        ]);
        then(&walks, json!({"holds": {"movement": {"kind": "walk", "blur": 2.0}}}))
    };
    for (shutter, seen) in [("1/30", true), ("1/8000", false)] {
        let walks = at(shutter);
        let scene = Scene::of(&walks);
        let found = freeze::ghost(&walks, scene.levels.room_level);
        let made = Set::of(&scene, Show::Now);
        assert_eq!(found.is_some(), seen, "{shutter}");
        assert_eq!(made.ghost.map(Vec3::length), found.map(|g| (g.drawn.smear / 1000.0) as f32));
    }
}
