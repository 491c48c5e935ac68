//! From light to pixels: a grey card, patches, and what a scene's levels come to in the picture.

use glam::{Vec3, Vec3A};
use ink_lamp_picture::{
    foretold::{Easel, Wanted},
    lit::Care,
    numbers::{FIRST, Patch},
    set::{Set, Show},
    tone,
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use serde_json::json;

use crate::studio::{FACE, SUBJECT, disc, emitter, lamp, rectangle, set, source};

fn wanted(patches: Option<Vec<Patch>>) -> Wanted {
    Wanted { width: 192, height: 240, grey: false, care: Care::Rest, card: false, patches }
}

/// The ground as a card of 18 % beside the sitter, its light brought to a level there: 118 on 0 by the closed form of the curve, and as many stops
/// over and under as the level says.
#[test]
fn a_grey_card_lies_where_its_light_does() {
    let patch = Patch { name: None, x: 0.06, y: 0.06, radius: 0.01 };
    for outline in [rectangle(0.9, 1.2), disc(0.18)] {
        let emitter = emitter(lamp(20.0, 30.0, 1.5, outline), 1.0, None);
        let mut set = set(vec![source(&emitter, 0.0)]);
        set.back = ink_lamp_picture::set::Back { z: -0.5, ..set.back };
        let draw = |set: &Set| Easel::default().draw(&SUBJECT, set, &wanted(Some(vec![patch])));
        let before = draw(&set).patches[0].tone.unwrap();
        for stops in [0.0f32, -1.0, 1.0, 2.0] {
            let mut set = set.clone();
            set.sources[0].sends *= (stops - before).exp2();
            let frame = draw(&set);
            let tone = frame.patches[0].tone.unwrap();
            assert!((tone - stops).abs() < 0.1, "{stops}: {tone}");
            let (x, y) = (frame.pixels.width * 6 / 100, frame.pixels.height * 6 / 100);
            let value = frame.pixels.bytes[(y * frame.pixels.width + x) * 3];
            let should = tone::encoded(tone::shoulder(Vec3A::splat(tone::MID_GREY * stops.exp2())).x);
            assert!((f32::from(value) - should).abs() <= 2.0, "{stops}: {value} and not {should}");
        }
    }
}

/// The card that is held beside the face lies where a meter reads the key: 118 on 0, and a tenth of a stop off it at most at −1, +1 and +2; the ball
/// beside it has one side lit and one dark, and both are grey under any colour of the sitter. Held to a key from the side, it is turned only so far
/// that it is seen, and loses what that costs.
#[test]
fn a_grey_card_beside_the_face_reads_as_the_key_does() {
    for (round, up, loses) in [(0.0, 0.0, 0.0), (42.0, 35.0, 0.0), (-55.0, 20.0, 0.0), (85.0, 0.0, 25f32.to_radians().cos().log2())] {
        let lamp = emitter(lamp(round, up, 2.5, disc(0.3)), 1.0, None);
        for stops in [0.0f32, -1.0, 1.0, 2.0] {
            let wanted = Wanted { width: 480, height: 600, card: true, ..wanted(None) };
            let frame = Easel::default().draw(&SUBJECT, &set(vec![source(&lamp, f64::from(stops))]), &wanted);
            let of = |name: &str| frame.patches.iter().find(|p| p.at.name == Some(name)).unwrap();
            let card = of("Grey card");
            let tone = card.tone.unwrap();
            // From the side it can't be held as far from the lamp as the face.
            let off = if round > 80.0 { 0.25 } else { 0.1 };
            assert!((tone - stops - loses).abs() < off, "{round} {stops}: {tone}");
            if stops == 0.0 && loses == 0.0 {
                let value = frame.pixels.bytes[((card.at.y * 600.0) as usize * 480 + (card.at.x * 480.0) as usize) * 3];
                assert!(value.abs_diff(118) <= 2, "{round}: {value}");
            }
            assert!((card.lights[0].tone - tone).abs() < 0.05 && of("Grey ball").tone.is_some_and(|t| t < tone + 0.05));
            let at = (card.at.y * 600.0) as usize * 480 + (card.at.x * 480.0) as usize;
            let rgb = &frame.pixels.bytes[at * 3..at * 3 + 3];
            assert!(rgb.iter().all(|v| *v == rgb[0]), "{rgb:?}");
            let should = tone::encoded(tone::shoulder(Vec3A::splat(tone::MID_GREY * tone.exp2())).x);
            assert!((f32::from(rgb[0]) - should).abs() <= 2.0, "{rgb:?} and not {should}");
        }
    }
}

#[test]
fn the_numbers_of_a_frame_are_those_of_its_pixels() {
    let emitter = emitter(lamp(42.0, 35.0, 1.5, rectangle(0.9, 1.2)), 1.0, None);
    for stops in [-9.0, 0.0, 4.0] {
        let frame = Easel::default().draw(&SUBJECT, &set(vec![source(&emitter, stops)]), &wanted(None));
        let all = frame.pixels.light.len() as f32;
        assert!((frame.tones.histogram.iter().sum::<f32>() - 1.0).abs() < 1e-4);
        let under = |line: f32| frame.pixels.light.iter().filter(|l| tone::stops(**l).unwrap_or(FIRST) < line).count() as f32 / all;
        assert!((frame.tones.black - under(tone::BLACK)).abs() < 1e-6);
        match stops {
            s if s < -8.0 => assert!(frame.tones.black > 0.99 && frame.tones.clipped == 0.0),
            s if s > 3.0 => assert!(frame.tones.clipped > 0.1),
            _ => assert!(frame.tones.clipped < 0.02),
        }
    }
}

/// Patches that are proposed lie on the face, the lit cheek on the side of the light.
#[test]
fn the_lit_cheek_lies_on_the_side_of_the_light() {
    for round in [-50.0, 50.0] {
        let emitter = emitter(lamp(round, 30.0, 1.5, disc(0.5)), 1.0, None);
        let frame = Easel::default().draw(&SUBJECT, &set(vec![source(&emitter, 0.0)]), &wanted(None));
        let names: Vec<&str> = frame.patches.iter().filter_map(|p| p.at.name).collect();
        assert_eq!(names, ["Lit cheek", "Shadow cheek", "Forehead", "Garment", "Ground"]);
        assert_eq!(frame.patches[0].at.x > 0.5, round > 0.0);
        let tone = |n: usize| frame.patches[n].tone.unwrap_or(-20.0);
        assert!(tone(0) > tone(1) + 1.0, "{} {}", tone(0), tone(1));
        assert_eq!(frame.patches[0].lights.first().map(|l| l.light), Some(0));
    }
}

/// A portrait as it is read: what the meter said of each light is what the picture shows, whatever throws light back.
fn portrait(walls: bool) -> Setup {
    let studio = json!({"studio": {"sitter": {"face": 1.25, "facing": 0.0, "chin": 0.0}, "camera": {"at": {"x": 0.0, "y": 1.25, "z": 2.0}, "aim": 1.2, "upright": true},
        "ground": {"kind": "wall", "behind": 2.2, "width": 4.2, "reflectance": 0.18},
        "walls": if walls { json!({"left": 2.1, "right": 2.1, "behind": 2.2, "before": 3.8, "ceiling": 2.9, "reflectance": 0.7, "ceiling_reflectance": 0.7, "floor_reflectance": 0.2}) } else { json!(null) }}});
    let entries = [
        json!({"camera": {"aperture": "8", "shutter": "1/160", "iso": "100"}}),
        json!({"light": {"light": "key", "role": "key", "rig": {"shape": {"kind": "softbox", "size": {"rectangle": {"width": 0.6, "height": 0.9}}, "loss": 1.5}}}}),
        studio,
        json!({"placed": {"light": "key", "place": {"at": {"x": -0.9, "y": 1.6, "z": 1.1}}}}),
        json!({"schools": {"receptor": "flat_to_light"}}),
        json!({"reading": {"of": "key", "shows": "8 0"}}),
    ];
    let entries: Vec<Entry> = entries.into_iter().map(|e| serde_json::from_value(e).unwrap()).collect();
    Setup::replay(&entries).unwrap()
}

#[test]
fn a_reading_calibrates_its_light() {
    for walls in [false, true] {
        let setup = portrait(walls);
        let scene = Scene::of(&setup);
        let made = Set::of(&scene, Show::Now);
        let key = &made.sources[0];
        let placed = &scene.stage.lights[0];
        // A flat meter at the face, turned to the light, reads what comes straight and what the room throws back: f/8, on the exposure.
        let straight = placed.stood.emitter.facing(FACE) / placed.stood.emitter.strength * std::f64::consts::PI * f64::from(key.front.area);
        let read = straight * f64::from(key.sends.x) + f64::from(key.returns.x);
        assert!(read.log2().abs() < 0.02, "{walls}: {read}");
        assert_eq!(key.returns != Vec3::ZERO, walls);
        assert_eq!(made.unknown.len(), 3, "fill, rim and ground have no place");
    }
}

/// Past sync a band goes black at the edge where the second curtain starts: held upright the right side, lying the foot; as wide as the core says.
#[test]
fn past_sync_a_band_goes_black_where_the_second_curtain_starts() {
    let emitter = emitter(lamp(10.0, 20.0, 2.0, disc(0.5)), 1.0, None);
    for upright in [true, false] {
        let mut whole = set(vec![source(&emitter, 0.0)]);
        whole.lens.field = Some(if upright { (0.08, 0.1) } else { (0.1, 0.08) });
        whole.lens.upright = upright;
        let mut cut = whole.clone();
        cut.sources[0].over = (0..=100).map(|n| if n < 30 { 0.0 } else { 1.0 }).collect();
        let draw = |set: &Set| Easel::default().draw(&SUBJECT, set, &wanted(None)).pixels;
        let (whole, cut) = (draw(&whole), draw(&cut));
        let mut black = 0;
        for k in 0..whole.light.len() {
            let (x, y) = ((k % whole.width) as f32 / whole.width as f32, (k / whole.width) as f32 / whole.height as f32);
            let from_edge = if upright { 1.0 - x } else { 1.0 - y };
            if from_edge < 0.28 {
                assert_eq!(cut.light[k], 0.0, "{x} {y}");
                black += 1;
            } else if from_edge > 0.32 {
                assert!((cut.light[k] - whole.light[k]).abs() < 1e-5, "{x} {y}");
            }
        }
        assert!(black * 5 > whole.light.len());
    }
    let at = |shutter: &str| {
        let set = json!({"camera": {"aperture": "8", "shutter": shutter, "iso": "100", "sync": "1/200"}});
        portrait(false).apply(&serde_json::from_value(set).unwrap()).unwrap()
    };
    let (within, past) = (at("1/160"), at("1/400"));
    assert!(Set::of(&Scene::of(&within), Show::Now).sources[0].over.is_empty());
    let over = Set::of(&Scene::of(&past), Show::Now).sources[0].over.clone();
    let opening = ink_lamp_scene::shutter::Opening::of(&past, past.camera.as_ref().unwrap()).unwrap();
    let dark = over.iter().filter(|o| **o == 0.0).count() as f64 / over.len() as f64;
    assert!(opening.black > 0.1 && (dark - opening.black).abs() < 0.01, "{dark} and not {}", opening.black);
}

/// The ladder and the picture tell one story: the ground's tone is the plan's own.
#[test]
fn the_grounds_tone_is_the_plans() {
    let setup = portrait(false);
    let scene = Scene::of(&setup);
    let middle = ink_lamp_scene::ground::middle(&scene.stage).unwrap();
    let made = Set::of(&scene, Show::Now);
    let view = made.view(192, 240).0;
    // A place of the ground that the sitter neither hides nor shades: far to the right of the light's side.
    for (x, y) in [(0.95f32, 0.05f32), (0.9, 0.3)] {
        let ray = view.ray(x * view.width as f32, y * view.height as f32);
        let at = view.at + ray * ((made.back.z - view.at.z) / ray.z);
        let light = ink_lamp_scene::ground::at(&scene.stage, at.as_dvec3(), |_| true);
        let should = ink_lamp_scene::ground::tone_of(light, &scene.stage.studio).unwrap().get();
        let frame = Easel::default().draw(&SUBJECT, &made, &wanted(Some(vec![Patch { name: None, x, y, radius: 0.01 }])));
        let tone = f64::from(frame.patches[0].tone.unwrap());
        assert!((tone - should).abs() < 0.05, "{x} {y}: {tone} and not {should}");
    }
    assert!((middle.z + 2.2).abs() < 1e-9);
}
