//! Frames whose pictures are kept: which lights were on, and a card in them read as a meter is.
#![allow(clippy::unwrap_used, missing_docs)]

use ink_lamp_sitting::{belief::Belief, metered::RoomPlace, setup::Setup, shots::MOST_SHOTS};
use ink_lamp_tapes::{
    after,
    entries::{camera, light, reads},
    kit::taper,
    refused, setup, then,
};
use serde_json::{Value, json};
use uuid::Uuid;

fn id(n: usize) -> Uuid {
    Uuid::from_u128(n as u128 + 1)
}

fn frame(n: usize, lit: Value) -> Value {
    json!({"frame": {"picture": {"id": id(n), "as_shot": {"aperture": "8", "shutter": "1/160", "iso": "100"}, "lit": lit}}})
}

fn read(n: usize, tone: f64, sure: f64) -> Value {
    json!({"frame_read": {"picture": id(n), "tone": tone, "sure": sure}})
}

fn lit() -> Setup {
    let unit = json!({"unit": taper(256, "tenths"), "dial": "1/8"});
    setup([camera("8", "1/160", "100"), light("key", &unit), light("fill", &unit)])
}

/// Level and standard deviation of a light against ƒ8 at ISO 100, as they are believed.
fn level(setup: &Setup, light: usize) -> (f64, f64) {
    let belief = Belief::of(setup);
    let known = belief.light(light).unwrap();
    (known.av_100 - 6.0, belief.variance(&known, 1.0, RoomPlace::Sitter, 0.0).sqrt())
}

#[test]
fn a_card_that_lies_under_mid_grey_is_a_reading_so_far_under_the_exposure() {
    let read = after(&lit(), [frame(0, json!({"alone": "key"})), read(0, -0.6, 0.3)]);
    let (at, sd) = level(&read, 0);
    assert!((at + 0.6).abs() < 0.35 && (0.2..0.45).contains(&sd), "{at} {sd}");
    let held = read.lights[0].reading.as_ref().unwrap();
    assert_eq!(held.how.frame.map(|f| f.picture), Some(id(0)));
    assert!((held.reading.shows.av() - 5.4).abs() < 0.05);
    // The frame's own settings count, and what the surface lies over a card is taken off.
    let other = json!({"frame": {"picture": {"id": id(1), "as_shot": {"aperture": "5.6", "iso": "200"}, "lit": {"alone": "key"}}}});
    let skin = json!({"frame_read": {"picture": id(1), "tone": 0.4, "sure": 0.1, "over": 1.0}});
    let read = after(&lit(), [other, skin]);
    let held = read.lights[0].reading.as_ref().unwrap().reading;
    assert!((held.shows.av() - 4.4).abs() < 0.05 && held.iso.stops_over_100() == 1.0);
}

/// A meter repeats to a twenty-fifth of a stop, an untaught camera to a third.
#[test]
fn what_a_frame_tells_takes_no_meters_place_and_a_meter_takes_its() {
    let metered = then(&lit(), reads("key", "8 0"));
    let both = after(&metered, [frame(0, json!({"alone": "key"})), read(0, -0.3, 0.3)]);
    let ((before, _), (after_frame, sd)) = (level(&metered, 0), level(&both, 0));
    assert!((before - after_frame).abs() < 0.02 && sd < 0.06, "{before} {after_frame} {sd}");
    let framed = after(&lit(), [frame(0, json!({"alone": "key"})), read(0, -0.3, 0.3)]);
    let (then_metered, sd) = level(&then(&framed, reads("key", "8 0")), 0);
    assert!((then_metered - before).abs() < 0.02 && sd < 0.06, "{then_metered} {sd}");
}

#[test]
fn a_frame_is_a_reading_of_what_was_on() {
    let shot = |on: Value| after(&lit(), [frame(0, on), read(0, -0.5, 0.3)]);
    assert!(shot(json!("all")).whole.is_some());
    let room = shot(json!("no_flash"));
    assert_eq!(room.room.reading.map(|r| (r.shows.av() * 10.0).round()), Some(55.0));
    assert!(room.lights.iter().all(|l| l.reading.is_none()));
    assert_eq!(shot(json!({"alone": "fill"})).lights[1].reading.as_ref().map(|h| h.how.frame.is_some()), Some(true));
}

#[test]
fn what_can_not_be_read_is_refused_at_its_field() {
    let there = then(&lit(), frame(0, Value::Null));
    let field = |setup: &Setup, value: Value| refused(setup, value).field.into_owned();
    assert_eq!(field(&there, read(0, 0.0, 0.3)), "picture", "nobody said which lights were on");
    assert_eq!(field(&there, read(1, 0.0, 0.3)), "picture");
    assert_eq!(field(&there, json!({"frame_said": {"picture": id(0), "lit": {"alone": "hair"}}})), "lit.alone");
    assert_eq!(field(&there, frame(0, Value::Null)), "picture.id", "the same picture twice");
    assert_eq!(field(&lit(), frame(0, json!({"alone": "hair"}))), "picture.lit.alone");
    let said = then(&there, json!({"frame_said": {"picture": id(0), "lit": "all"}}));
    for (entry, wrong) in [(read(0, 2.45, 0.3), "tone"), (read(0, -6.5, 0.3), "tone"), (read(0, 0.0, 2.5), "sure")] {
        assert_eq!(field(&said, entry), wrong);
    }
    // Without a camera nobody knows what a tone stands for.
    let bare = after(&Setup::default(), [frame(0, json!("all"))]);
    assert_eq!(field(&bare, read(0, 0.0, 0.3)), "picture");
}

#[test]
fn the_last_frames_are_kept_in_mind_and_stay_with_their_look() {
    let many = after(&lit(), (0..MOST_SHOTS + 3).map(|n| frame(n, json!({"alone": "key"}))).collect::<Vec<_>>());
    assert_eq!((many.shots.len(), many.shots[0].frame, many.frames), (MOST_SHOTS, 4, MOST_SHOTS as u32 + 3));
    // The last frame of each light stays for the mix, however many are shot after it.
    let each = [frame(100, json!("no_flash")), frame(101, json!({"alone": "key"})), frame(102, json!({"alone": "fill"}))];
    let later = (0..2 * MOST_SHOTS).map(|n| frame(n, if n % 2 == 0 { json!("all") } else { Value::Null }));
    let kept = after(&lit(), each.into_iter().chain(later).collect::<Vec<_>>());
    let pictures: Vec<Uuid> = kept.shots[..3].iter().map(|s| s.picture).collect();
    assert_eq!((kept.shots.len(), pictures), (MOST_SHOTS, vec![id(100), id(101), id(102)]));
    assert_eq!(kept.shots.last().map(|s| s.picture), Some(id(2 * MOST_SHOTS - 1)));
    // A light that goes takes along what was said of it.
    let gone = then(&many, json!({"light_removed": {"light": "key"}}));
    assert!(gone.shots.iter().all(|shot| shot.lit.is_none()));
    let copy = then(&Setup::default(), json!({"start": {"from": "there", "setup": many}}));
    assert!(copy.shots.is_empty() && copy.frames == many.frames);
}

/// What a frame of one light tells holds while that light only turns its dial: the frame keeps what it was set to, and who was changed otherwise.
#[test]
fn a_frame_keeps_what_lights_were_set_to_and_which_were_changed_since() {
    let unit = json!({"unit": taper(256, "tenths")});
    let shot = then(&lit(), frame(0, json!({"alone": "key"})));
    let power = |setup: &Setup, n: usize, of: usize| setup.shots[n].power_of(&setup.lights[of].id).map(|p| p.get());
    assert_eq!((power(&shot, 0, 0), power(&shot, 0, 1), power(&shot, 0, 2)), (Some(-3.0), Some(-3.0), None));
    let turned = then(&shot, json!({"dial": {"light": "key", "dial": "1/32"}}));
    let again = then(&turned, frame(1, json!({"alone": "key"})));
    assert_eq!((power(&again, 0, 0), power(&again, 1, 0)), (Some(-3.0), Some(-5.0)));
    // A unit and a distance that are said for the first time are no change; another one is, for the frames from before it.
    let described = after(
        &again,
        [
            light("rim", &unit),
            json!({"light": {"light": "fill", "role": "fill", "distance": 2.0, "unit": taper(256, "tenths"), "dial": "1/8"}}),
        ],
    );
    assert!(described.shots.iter().all(|s| s.changed.is_empty()));
    let moved = json!({"light": {"light": "fill", "role": "fill", "distance": 2.5, "unit": taper(256, "tenths"), "dial": "1/8"}});
    let moved = after(&described, [moved.clone(), frame(2, json!("all")), moved]);
    let changed: Vec<Vec<&str>> = moved.shots.iter().map(|s| s.changed.iter().map(|id| id.as_str()).collect()).collect();
    assert_eq!(changed, [vec!["fill"], vec!["fill"], vec![]]);
    let placed = |x: f64| json!({"placed": {"light": "key", "place": {"at": {"x": x, "y": 1.8, "z": 1.0}}}});
    let placed = after(&moved, [placed(-1.0), placed(-1.2)]);
    assert_eq!(placed.shots[2].changed.len(), 1);
    // The sitter moved: no frame lies on another any more.
    let away = after(
        &placed,
        [
            json!({"studio": {"sitter": {"face": 1.25, "facing": 0, "chin": 0}, "camera": {"at": {"x": 0.0, "y": 1.5, "z": 3.0}, "aim": 1.4, "upright": true}}}),
            json!({"sitter_moved": {"x": 0.0, "z": 0.2}}),
        ],
    );
    assert_eq!(away.shots[2].changed.len(), away.lights.len());
    // It is read again as it was written.
    assert_eq!(serde_json::from_value::<Setup>(serde_json::to_value(&away).unwrap()).unwrap(), away);
}

/// Skin that lies a stop over a card in one frame is a card a stop brighter in the next; as sure as both were.
#[test]
fn skin_that_was_compared_with_a_card_is_read_in_its_place() {
    let skin = |n: usize, over: f64, sure: f64| json!({"skin": {"picture": id(n), "over": over, "sure": sure}});
    let shot = then(&lit(), frame(0, json!({"alone": "key"})));
    let learnt = after(&shot, [skin(0, 0.9, 0.2), frame(1, json!({"alone": "key"}))]);
    assert_eq!(learnt.skin.map(|s| (s.over.get(), s.frame)), Some((0.9, 1)));
    let of_skin = json!({"frame_read": {"picture": id(1), "tone": 0.4, "sure": 0.3, "over": 0.9}});
    let read = then(&learnt, of_skin);
    let held = read.lights[0].reading.as_ref().unwrap();
    assert!((held.reading.shows.av() - 5.5).abs() < 0.05, "{:?}", held.reading);
    assert!((held.how.frame.unwrap().sure.get() - 0.3f64.hypot(0.2)).abs() < 1e-6);
    // A card is as sure as it was read.
    let card = then(&learnt, read_card(1));
    assert!((card.lights[0].reading.as_ref().unwrap().how.frame.unwrap().sure.get() - 0.3).abs() < 1e-6);
    for (what, field) in [(skin(7, 0.9, 0.2), "picture"), (skin(0, 4.0, 0.2), "over"), (skin(0, 0.9, 3.0), "sure")] {
        assert_eq!(refused(&shot, what).field, field);
    }
    // It is that sitter's, and stays with the look.
    let copied = then(&Setup::default(), json!({"start": {"from": "there", "setup": learnt}}));
    assert_eq!(copied.skin, None);
}

fn read_card(n: usize) -> Value {
    read(n, -0.6, 0.3)
}
