//! The ways to a wish for the room, each held against a calculation by hand.
#![allow(clippy::unwrap_used, clippy::panic, missing_docs)]

use ink_lamp_advice::{
    board::{Board, LaneState},
    ways::{RoomWay, Ways},
    words::{span::plain, tape::TapeLine},
};
use ink_lamp_scene::{effect::Effect, scene::Scene};
use ink_lamp_sitting::entry::Entry;
use ink_lamp_tapes::{
    entries::{camera, camera_with, light},
    entry,
    kit::{quick_body, quick_unit},
    setup,
    whole::{bright_room, quick_light},
};
use proptest::prelude::*;
use serde_json::{Value, json};

fn way<'a>(ways: &'a Ways, id: &str) -> &'a RoomWay {
    ways.ways
        .iter()
        .find(|w| w.id == id)
        .unwrap_or_else(|| panic!("no way {id} in {:?}", ways.ways.iter().map(|w| &w.id).collect::<Vec<_>>()))
}

fn room_at(way: &RoomWay) -> f64 {
    (way.room.as_ref().unwrap().stops.get() * 100.0).round() / 100.0
}

fn dial<'a>(way: &'a RoomWay, light: &str) -> &'a str {
    &way.lights.iter().find(|l| l.id == light).unwrap().dial
}

#[test]
fn the_room_at_minus_two_goes_to_minus_five_in_each_way_with_the_dials_worked_out_by_hand() {
    let setup = setup(bright_room());
    let ways = Ways::of(&setup);
    assert_eq!(plain(&ways.title), "Room from −2.0 to below −5: lose 3.0 stops");
    // Three stops of aperture, f/1.4 to f/4: the room loses 3 and so does the flash.
    let down = way(&ways, "aperture");
    assert_eq!((down.settings.as_str(), room_at(down), down.rise_shown.as_str()), ("ƒ1.4 to ƒ4", -5.0, "+3.0"));
    // A filter of three stops does the same and keeps the aperture.
    let filter = way(&ways, "filter");
    assert_eq!((filter.settings.as_str(), room_at(filter), filter.rise_shown.as_str()), ("ND 0.9 on", -5.0, "+3.0"));
    // High-speed sync: 1/250 to 1/2000 is three stops for the room. The flash pulses over Tc + t = 1/256 + 1/2048 s, and a row sees 1/2048 of
    // it: 1/9, which is log2 9 = 3.17 stops.
    let pulses = way(&ways, "high_speed");
    assert_eq!((pulses.settings.as_str(), room_at(pulses), pulses.rise_shown.as_str()), ("1/250 to 1/2000", -5.0, "+3.2"));
    // A mixture: ISO 100 is one stop, f/2.8 two.
    let mixture = way(&ways, "aperture_iso");
    assert_eq!((mixture.settings.as_str(), room_at(mixture), mixture.rise_shown.as_str()), ("ƒ1.4 to ƒ2.8, ISO 200 to 100", -5.0, "+3.0"));
    for way in [down, filter, pulses, mixture] {
        assert!(way.does && way.possible && way.verdict.is_none(), "{way:?}");
    }
    // By hand: for 3 : 1 with the lit side on 0 and the room r, the key must read 2/3 + r and the fill 1/3, room included: without the room
    // their flash is 2/3 and 1/3 − r. Now r = 1/4 (−2.0), so the readings of f/1 + 0.8 (−0.2) and f/0.7 + 0.8 (−1.2) hold a flash of
    // 2^−0.2 − 1/4 and 2^−1.2 − 1/4.
    let turn = |wanted: f64, read: f64| (wanted / (read.exp2() - 0.25)).log2();
    let power = |from: f64, wanted: f64, read: f64, rise: f64| from + turn(wanted, read) + rise;
    let r = 1.0 / 32.0;
    for (way, rise) in [(down, 3.0), (filter, 3.0), (mixture, 3.0), (pulses, 9f64.log2())] {
        for (id, from, wanted, read) in [("key", -6.0, 2.0 / 3.0, -0.2), ("fill", -7.0, 1.0 / 3.0 - r, -1.2)] {
            let by_hand = power(from, wanted, read, rise);
            let told = way.lights.iter().find(|l| l.id == id).unwrap().power.get();
            assert!((told - by_hand).abs() <= 0.0501, "{} {id}: told {told}, by hand {by_hand}", way.id);
        }
    }
    // Spelt out once: the key's flash must go from 0.6206 to 0.6667 (+0.10), and up 3: 1/64 −6.0 becomes −2.9, written 1/8 +0.1.
    assert_eq!(dial(down, "key"), "1/8 +0.1");
    assert_eq!(dial(pulses, "key"), "1/8 +0.3");
    // Tightest first, and what is in focus with 85 mm at 1.5 m: 25 mm at f/1.4, 71 mm at f/4 (c = diagonal/1500).
    assert_eq!(down.lights[0].id, "key");
    assert_eq!(down.lights[0].left, "2.9 left");
    assert_eq!(down.focus.as_deref(), Some("68 mm"));
    assert_eq!(down.catch, "In focus 24 mm, then 68 mm");
}

#[test]
fn what_falls_short_stays_and_says_by_how_much() {
    let ways = Ways::of(&setup(bright_room()));
    // ISO 200 to 50 is two stops: one is missing.
    let iso = way(&ways, "iso");
    assert_eq!((iso.does, iso.verdict.as_deref(), iso.catch.as_str()), (false, Some("1.0 short."), "ISO ends at 50"));
    let mut slow = bright_room();
    slow[0]["camera"]["shutter"] = json!("1/60");
    let ways = Ways::of(&setup(&slow));
    // 1/60 to 1/250 is two stops; the room is read at 1/60 as well, so it is again 3 over.
    let shutter = way(&ways, "shutter");
    assert_eq!((shutter.settings.as_str(), shutter.verdict.as_deref()), ("1/60 to 1/250", Some("1.0 short.")));
    assert_eq!((shutter.catch.as_str(), shutter.rise_shown.as_str()), ("Sync ends at 1/250", "0"));
    let order: Vec<bool> = ways.ways.iter().map(|w| w.does && w.possible).collect();
    assert!(order.is_sorted_by(|a, b| a >= b), "what does the job comes first: {order:?}");
}

#[test]
fn trying_a_way_puts_the_board_where_the_row_says() {
    let setup = setup(bright_room());
    for way in Ways::of(&setup).ways.iter().filter(|w| w.does && w.possible && !w.entries.is_empty()) {
        let after = way.entries.iter().fold(setup.clone(), |s, e| s.apply(e).unwrap());
        let board = Board::of(&after);
        let room = board.lane("room").unwrap().reading.as_ref().unwrap().stops;
        assert!((room - way.room.as_ref().unwrap().stops).get().abs() < 1e-9, "{}", way.id);
        for id in ["key", "fill"] {
            let lane = board.lane(id).unwrap();
            let off = lane.reading.as_ref().unwrap().stops - lane.target.as_ref().unwrap().stops;
            assert!(off.abs().tenths() <= 1, "{}: {id} is {off} off", way.id);
        }
        assert!(board.lane("key").unwrap().likely, "what was not read is not told as read");
    }
}

#[test]
fn high_speed_sync_asks_for_camera_and_units_that_have_it() {
    let mut one_without = bright_room();
    one_without[4] = light("fill", &json!({"unit": quick_unit("Tallow 250", false), "dial": "1/128"}));
    let way_of = |entries: &[Value]| Ways::of(&setup(entries)).ways.into_iter().find(|w| w.id == "high_speed");
    let without = way_of(&one_without).unwrap();
    assert!(without.does && !without.possible && without.entries.len() <= 3);
    assert_eq!(without.verdict.as_deref(), Some("Not with this kit."));
    assert_eq!(without.catch, "Tallow 250 on the fill has no high-speed sync");
    let mut camera_without = bright_room();
    camera_without[0]["camera"]["body"] = quick_body(false);
    assert_eq!(way_of(&camera_without).unwrap().catch, "Loft 35 has no high-speed sync");
    let mut not_allowed = bright_room();
    not_allowed[2] = json!({"holds": {"high_speed": false}});
    assert!(way_of(&not_allowed).is_none());
    // Where it is the way, using it also says where it is on.
    let used = way_of(&bright_room()).unwrap();
    assert!(used.entries.iter().any(|e| matches!(e, Entry::Firing(f) if f.high_speed.camera && f.high_speed.units.len() == 2)));
}

#[test]
fn iso_and_shutter_together_are_told_exactly_and_as_printed() {
    let at = |shutter: &str, iso: &str| json!({"camera": {"aperture": "4", "shutter": shutter, "iso": iso}});
    let entries = [at("1/5000", "100"), json!({"reading": {"of": "room", "shows": "4 0"}}), at("1/8000", "50")];
    let before = setup(&entries[..2]).camera.unwrap().exposure;
    let after = setup(&entries);
    let change = ink_lamp_light::ambient::darkening(before, after.camera.as_ref().unwrap().exposure);
    // One stop and two thirds: 1.667. By the numbers on the dials log2(100/50 · 8000/5000) = 1.678.
    assert!((change.exact.get() - 5.0 / 3.0).abs() < 1e-9);
    assert!((change.printed.get() - 1.678).abs() < 0.0005);
    assert_eq!(Board::of(&after).lane("room").unwrap().reading.as_ref().unwrap().shown, "−1.7");
    // The tape says so.
    let set = entry(entries[2].clone());
    let told = TapeLine::of(&set, &Effect::of(&setup(&entries[..2]), &set, &Scene::of(&after)));
    assert_eq!(told.tail, "ISO 50, room 1.67 stops darker, 1.68 by the printed numbers");
}

#[test]
fn a_kept_window_gets_a_slower_shutter_or_more_iso_and_fills_the_face() {
    let kept = [
        camera_with("4", "1/125", "100", &json!({"body": quick_body(true)})),
        // f/1.4 at 1/125, ISO 100: three stops under f/4, at sitter and ground alike until the ground is read.
        json!({"reading": {"of": "room", "shows": "1.4 0"}}),
        json!({"room_wish": {"keep": {"level": -1.5}}}),
        json!({"holds": {"steadiness": "tripod"}}),
        quick_light("key", "1/16", 1.5),
        json!({"ratio": {"target": {"ratio": 3, "convention": "lit_shadow", "anchor": "key_alone"}}}),
        json!({"reading": {"of": "key", "shows": "4 0"}}),
    ];
    let ways = Ways::of(&setup(&kept));
    assert_eq!(plain(&ways.title), "Room from −3.0 to −1.5: gain 1.5 stops");
    let slower = way(&ways, "shutter");
    // 1/125 to 1/40 is 1 2/3, to 1/50 is 1 1/3: both lie a sixth from the wish; the shorter gives up less.
    assert_eq!((slower.settings.as_str(), room_at(slower), slower.rise_shown.as_str()), ("1/125 to 1/50", -1.67, "0"));
    assert_eq!(slower.catch, "Sitter must hold still");
    // More ISO lifts the flash as much: the key comes down, and its part too, since the room gives more of the key's reading.
    let iso = way(&ways, "iso");
    assert_eq!((iso.settings.as_str(), iso.rise_shown.as_str()), ("ISO 100 to 250", "−1.3"));
    let power = iso.lights[0].power.get();
    // Flash now 1 − 2^−3; then 1 − 2^−1.67, and 1.33 less power for the same exposure.
    let by_hand = -4.0 + ((1.0 - (-5.0f64 / 3.0).exp2()) / (1.0 - 0.125)).log2() - 4.0 / 3.0;
    assert!((power - by_hand).abs() <= 0.05, "told {power}, by hand {by_hand}");
    // Without a fill the room is the shadow side: lit 1, shadow 2^−1.67 would be 3.2 : 1. The dial goes in tenths and leaves the key 0.05 under
    // (0.35 down, 0.4 set): its flash is 0.663, and 0.978 : 0.315 is 3.1.
    assert_eq!(slower.ratio.as_deref(), Some("3.1 : 1, the room fills"));
    let hand = Ways::of(&setup([&kept[..3], &kept[4..]].concat()));
    let short = way(&hand, "shutter");
    assert_eq!((short.settings.as_str(), short.verdict.as_deref()), ("1/125 to 1/60", Some("0.5 short.")));
    assert_eq!(short.catch, "In the hand no longer than 1/60");
}

#[test]
fn lamps_off_is_read_again_unless_it_was_read_so_before() {
    let mut entries = bright_room();
    entries[1] = json!({"reading": {"of": "room", "shows": "0.7 0", "light": {"lamps": "on"}}});
    let shut = |entries: &[Value]| Ways::of(&setup(entries)).ways.into_iter().find(|w| w.id == "lamps");
    let unknown = shut(&entries).unwrap();
    assert!(unknown.room.is_none() && unknown.catch.starts_with("Free. Read the room again"));
    // Read with lamps off (the meter at ISO 3200, 1/60) and then on again: it is known where that lies.
    let off = json!({"reading": {"of": "room", "shows": "0.7 0", "iso": "3200", "shutter": "1/60", "light": {"lamps": "off"}}});
    let on = entries[1].clone();
    entries.extend([off, on]);
    let known = shut(&entries).unwrap();
    assert!(known.does && known.entries.is_empty());
    // ISO 3200 is four stops over 200, 1/60 two over 1/250: six under what it showed, f/0.7 two under f/1.4.
    assert_eq!(room_at(&known), -8.0);
    entries[1] = json!({"reading": {"of": "room", "shows": "0.7 0", "light": {"lamps": "off"}}});
    assert!(shut(&entries[..8]).is_none());
}

#[test]
fn lights_that_come_nearer_keep_their_power() {
    let ways = Ways::of(&setup(bright_room()));
    let nearer = way(&ways, "nearer");
    // Three stops by the point law: 1.5 m / 2^1.5 = 0.53 m, 2.2 m / 2^1.5 = 0.78 m.
    assert_eq!(nearer.settings, "ƒ1.4 to ƒ4 · Key 1.50 to 0.53 m, Fill 2.20 to 0.78 m");
    assert!(nearer.does && nearer.possible);
    assert!(ways.helps.unwrap().starts_with("Helps every way: bring the lights in. Key from 1.50 m to 1.06 m gives 1.0 stop"));
    let mut fixed = bright_room();
    fixed[2] = json!({"holds": {"lights_move": false}});
    assert!(Ways::of(&setup(&fixed)).ways.iter().all(|w| w.id != "nearer"));
}

#[test]
fn a_unit_at_its_end_comes_nearer_or_says_by_how_much_it_is_over() {
    let mut strong = bright_room();
    strong[3] = quick_light("key", "1/2", 1.5);
    let down = Ways::of(&setup(&strong)).ways.into_iter().find(|w| w.id == "aperture").unwrap();
    // From 1/2 up 3.1: 2.1 over full, which is 1.5 m / 2^1.05 = 0.72 m.
    assert_eq!(down.lights[0].moved.as_deref(), Some("1.50 to 0.72 m"));
    assert!(down.possible && down.catch == "Bring nearer: Key 1.50 to 0.72 m");
    strong[2] = json!({"holds": {"lights_move": false}});
    let stays = Ways::of(&setup(&strong)).ways.into_iter().find(|w| w.id == "aperture").unwrap();
    assert_eq!((stays.possible, stays.verdict.as_deref(), stays.catch.as_str()), (false, Some("Not with this kit."), "Key 2.1 over full"));
}

#[test]
fn what_must_hold_bounds_the_search() {
    let mut deep = bright_room();
    deep[2] = json!({"holds": {"depth": 0.12, "smallest": "11", "filters": []}});
    for way in Ways::of(&setup(&deep)).ways.iter().filter(|w| w.does && w.id != "lamps") {
        // 12 cm at 1.5 m with 85 mm asks for f/7.1 or smaller.
        let Some(Entry::Camera(set)) = way.entries.first() else { panic!("{way:?}") };
        assert!(set.aperture.av() >= 5.6 && set.aperture.av() <= 7.0 + 1e-9, "{}", way.settings);
    }
}

#[test]
fn the_ground_is_read_on_its_own() {
    let mut entries = bright_room();
    entries.push(json!({"reading": {"of": "room", "shows": "1 0", "how": {"place": "ground"}, "light": {"kelvin": 3000, "lamps": "on", "time": "17:40", "from": -90}}}));
    let stands = setup(&entries);
    let board = Board::of(&stands);
    // The ground lies a stop over the sitter: what is to be removed is the brighter.
    let room = board.lane("room").unwrap();
    assert_eq!((room.reading.as_ref().unwrap().shown.as_str(), room.other.as_ref().unwrap().mark.shown.as_str()), ("−1.0", "−2.0"));
    assert_eq!(room.other.as_ref().unwrap().place, "sitter");
    assert_eq!(plain(&Ways::of(&stands).title), "Room from −1.0 to below −5: lose 4.0 stops");
    // The face still counts the sitter's.
    let before = Board::of(&setup(bright_room()));
    assert_eq!(board.lane("key").unwrap().reading, before.lane("key").unwrap().reading);
    assert_eq!(board.face, before.face);
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 60, ..ProptestConfig::default() })]

    /// Whatever the search says of a single dial, turning that dial on the board says too: no setting of it does the job where the row falls
    /// short, and the row's own does where it does.
    #[test]
    fn a_single_dial_that_falls_short_has_no_setting_that_does(shows in prop::sample::select(&["0.5 3", "0.7 0", "1 4", "2 0", "4 5"][..]), keep in any::<bool>(), level in -7.0..-0.5f64) {
        let mut entries = bright_room();
        entries[1] = json!({"reading": {"of": "room", "shows": shows}});
        entries.push(json!({"room_wish": {if keep { "keep" } else { "remove" }: {"level": level}}}));
        let stands = setup(&entries);
        let now = stands.camera.as_ref().unwrap().exposure;
        let right = |a: &str, s: &str, i: &str| {
            let state = Board::of(&stands.apply(&entry(camera(a, s, i))).unwrap()).lane("room").unwrap().state;
            matches!(state, LaneState::Removed | LaneState::Kept)
        };
        let [a, s, i] = [now.aperture.into(), now.shutter.into(), now.iso.into()].map(|setting: String| setting);
        for way in Ways::of(&stands).ways.iter().filter(|w| !w.does) {
            let any = match way.id.as_str() {
                "aperture" => ["1.4", "2", "2.8", "4", "5.6", "8", "11", "16"].iter().any(|a| right(a, &s, &i)),
                "iso" => ["50", "100", "200", "400", "800"].iter().any(|i| right(&a, &s, i)),
                "shutter" => ["1/60", "1/125", "1/250"].iter().any(|s| right(&a, s, &i)),
                _ => false,
            };
            prop_assert!(!any, "{} is told as short: {:?}", way.id, way.verdict);
        }
    }
}
