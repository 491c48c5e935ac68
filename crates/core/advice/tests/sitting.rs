//! A sitting as it is worked: entries in, board out. The figures are the worked examples of the house, by hand and from common practice.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic, missing_docs)]

use ink_lamp_advice::{
    board::{Board, LaneState, Summary, echo},
    findings::FindingKind,
    next::MoveKind,
    words::{span::plain, tape::TapeLine},
};
use ink_lamp_scene::{effect::Effect, scene::Scene};
use ink_lamp_sitting::{entry::Subject, setup::Setup};
use ink_lamp_tapes::{
    after,
    entries::{camera, light, ratio, ratio_by, reads, room},
    entry,
    kit::taper,
    whole::begun,
};
use serde_json::{Value, json};

fn put(id: &str, unit: &Value, dial: &str) -> Value {
    light(id, &json!({"unit": unit, "dial": dial, "modifier": "Umbrella 100", "distance": 2.2}))
}

fn say(setup: &Setup) -> String {
    plain(&Board::of(setup).next.say)
}

fn lane_words(setup: &Setup, id: &str) -> String {
    Board::of(setup).lane(id).unwrap().words.clone()
}

#[test]
fn the_room_is_removed_at_one_setting_and_shows_at_another() {
    let dark = after(&Setup::default(), [room("1.4 3", "200", "1/125"), camera("8", "1/160", "100")]);
    let board = Board::of(&dark);
    let lane = board.lane("room").unwrap();
    assert_eq!((lane.reading.as_ref().unwrap().shown.as_str(), lane.state), ("−6.0", LaneState::Removed));
    assert_eq!((board.room.title.as_str(), board.room.words.as_str()), ("Room is removed", "It sits at −6.0, 1.0 stop below the limit."));

    let light = after(&dark, [camera("4", "1/125", "200")]);
    let board = Board::of(&light);
    let lane = board.lane("room").unwrap();
    assert_eq!((lane.reading.as_ref().unwrap().shown.as_str(), lane.state, lane.words.as_str()), ("−2.7", LaneState::Over, "2.3 over"));
    // The shutter goes to sync for free, then ISO, then the aperture; the house's usual sync is 1/125.
    assert_eq!(say(&light), "Room down 2.3 stops: set ISO 100, ƒ6.3");
}

#[test]
fn three_to_one_asks_for_these_two_readings() {
    let board = Board::of(&begun());
    let target = |id: &str| plain(&[ink_lamp_advice::words::span::Span::F(board.lane(id).unwrap().target.clone().unwrap().aperture)]);
    assert_eq!((target("key").as_str(), target("fill").as_str()), ("5.6 4", "4 4"));
    let shown = board.ratio.unwrap();
    assert_eq!(
        [shown.shown, shown.convention, shown.stops, shown.other, shown.anchor],
        ["3 : 1", "lit : shadow", "1.0 stop key over fill", "2 : 1 by readings", "lit side on 0"]
    );
}

#[test]
fn the_other_anchor_and_the_other_convention() {
    let on_key = after(&begun(), [ratio_by(3.0, "lit_shadow", "key_alone")]);
    let board = Board::of(&on_key);
    let target = |id: &str| board.lane(id).unwrap().target.clone().unwrap().shown;
    assert_eq!((target("key"), target("fill")), ("0.0".to_owned(), "−1.0".to_owned()));
    assert_eq!(board.ratio.clone().unwrap().anchor, "key alone on 0, lit side +0.6");

    let readings = after(&begun(), [ratio_by(3.0, "readings", "lit_side")]);
    let board = Board::of(&readings);
    let shown = board.ratio.unwrap();
    assert_eq!([shown.convention, shown.stops, shown.other], ["by readings", "1.6 stops key over fill", "4 : 1 lit : shadow"]);
}

#[test]
fn the_same_move_is_told_on_each_units_own_dial() {
    let numbers = json!({"name": "Tallow 500", "rated": 500.0, "scale": {"numbers": {"full": 10.0, "lowest": 2.0, "stops_per_unit": 1.0}}});
    let watt_seconds =
        json!({"name": "Tallow 500", "rated": 500.0, "scale": {"watt_seconds": {"full": 500.0, "lowest": 8.0, "step": 1.0}}});
    let below = json!({"name": "Tallow 250", "scale": {"stops_below": {"lowest": 7.0, "step": "tenths"}}});
    for (unit, now, next) in [
        (taper(256, "tenths"), "1/8", "1/16 +0.3"),
        (taper(128, "thirds"), "1/8", "1/16 +1/3"),
        (numbers, "7.0", "6.3"),
        // The gap is −0.9 − log2(1/3) = 0.685, told as 0.7. The room's 2^−6.03 is in both: the flash goes from log2(0.5359 − 0.0153) to
        // log2(0.3333 − 0.0153), by −0.711; 62 Ws · 2^−0.711 = 37.9, and the dial stops at whole watt-seconds.
        (watt_seconds, "62", "38 Ws"),
        (below, "-3.0", "−3.7"),
    ] {
        let setup = after(&begun(), [put("fill", &unit, now), reads("fill", "5.6 1")]);
        assert_eq!(lane_words(&setup, "fill"), "0.7 over");
        assert_eq!(say(&setup), format!("Fill down 0.7 stop: set {next}"));
    }
}

/// A key alone before a removed room is all there is: nothing is to be metered together. Before a room that is kept there is the sum of both.
#[test]
fn one_light_alone_is_the_whole() {
    let alone = |room: Value| {
        let key = light("key", &json!({"unit": taper(256, "tenths"), "dial": "1/8"}));
        let target = json!({"target": {"light": "key", "level": 0.0}});
        let removed = ["fill", "rim", "ground"].map(|light| json!({"light_removed": {"light": light}}));
        let tape = [self::room("1.4 3", "200", "1/125"), camera("8", "1/160", "100"), key, target, reads("key", "8"), room];
        Board::of(&after(&after(&Setup::default(), removed), tape)).next.kind
    };
    assert_eq!(alone(json!({"room_wish": {"remove": {"level": -5.0}}})), MoveKind::Shoot);
    assert_eq!(alone(json!({"room_wish": {"keep": {"level": -6.0}}})), MoveKind::MeterWhole);
}

/// Every setting of a usual dial can be chosen; of one in single watt-seconds the next ones, and the whole stops.
#[test]
fn a_dial_tells_its_settings_from_full_to_lowest() {
    let watt_seconds = json!({"name": "Tallow 500", "scale": {"watt_seconds": {"full": 500.0, "lowest": 8.0, "step": 1.0}}});
    for (unit, now, settings, labels) in [
        (taper(256, "tenths"), "1/1", 81, "1/1 1/2 1/4 1/8 1/16 1/32 1/64 1/128 1/256"),
        (taper(128, "thirds"), "1/8", 22, "1/1 1/2 1/4 1/8 1/16 1/32 1/64 1/128"),
        // 250, 90 either way, and 500, 125, 63, 31, 16, 8 beyond.
        (watt_seconds, "250", 187, "500 250 125 63 31 16 8"),
    ] {
        let board = Board::of(&after(&begun(), [put("fill", &unit, now)]));
        let dial = board.lane("fill").unwrap().dial.clone().unwrap();
        assert_eq!(dial.settings.len(), settings, "{now}");
        assert!(dial.settings.iter().any(|s| s.written == dial.now));
        assert!(dial.settings.windows(2).all(|two| two[0].stops > two[1].stops));
        assert_eq!(dial.settings.iter().filter_map(|s| s.label.as_deref()).collect::<Vec<_>>().join(" "), labels);
    }
}

#[test]
fn dialled_then_read_again_the_fill_is_on_target() {
    let setup = after(&begun(), [put("fill", &taper(256, "tenths"), "1/8"), reads("fill", "5.6 1")]);
    let board = Board::of(&setup);
    assert_eq!(
        board.next.why.iter().map(|l| plain(l)).collect::<Vec<_>>(),
        ["reads 5.6 1. For 3:1 it must read 4 4.", "Or move it back, 2.20 to 2.81 m."]
    );
    assert_eq!(board.face.as_ref().unwrap().ratio_now, "2.2 : 1");

    let dialled = setup.apply(&board.next.action.unwrap().entry).unwrap();
    assert_eq!(say(&dialled), "Meter the fill again");
    let carried = Board::of(&dialled);
    let lane = carried.lane("fill").unwrap();
    assert_eq!((lane.state, lane.words.as_str(), lane.likely), (LaneState::LikelyOnTarget, "likely on target", true));

    let read = after(&dialled, [reads("fill", "4 4")]);
    assert_eq!(lane_words(&read, "fill"), "on target");
    // Two lights and three readings: nothing more is asked, and what more would show is told.
    assert_eq!(say(&read), "Nothing to change. Shoot a frame.");
    assert!(plain(&Board::of(&read).next.why[1]).starts_with("All together was not metered"));
}

#[test]
fn a_meter_on_other_settings_is_carried_over_and_said() {
    let setup = after(&begun(), [json!({"reading": {"of": "fill", "shows": "8 1", "iso": "200", "shutter": "1/125"}})]);
    let board = Board::of(&setup);
    // f/8 and a tenth at ISO 200 is f/5.6 and a tenth at ISO 100; the shutter moves only the room in it.
    assert_eq!(board.lane("fill").unwrap().reading.as_ref().unwrap().shown, "−0.9");
    let said = echo(&Scene::of(&setup), &Subject::Light(setup.lights[1].id.clone())).unwrap();
    let lines: Vec<String> = said.lines.iter().map(|l| plain(l)).collect();
    assert_eq!(
        lines,
        [
            "f/8 and 1 tenth, fill alone.",
            "0.9 under the camera. 0.7 over its target.",
            "Meter at ISO 200, 1/125; at the camera's it is 5.6 1."
        ]
    );
    assert!(
        board
            .findings
            .iter()
            .any(|f| f.kind == FindingKind::MeterSettings && plain(&f.words) == "Fill was read at ISO 200 and carried over to ISO 100.")
    );
}

#[test]
fn at_its_lowest_the_unit_says_what_is_left_and_the_distance_that_closes_it() {
    let setup = after(&begun(), [put("fill", &taper(128, "tenths"), "1/128"), reads("fill", "4 8")]);
    let board = Board::of(&setup);
    // −1.2 − log2(1/3) = 0.385 stop, told as 0.4; of the flash itself, the room taken out, 0.401: 2.20 · 2^(0.401/2) = 2.528.
    assert_eq!(plain(&board.next.say), "Fill is at its lowest, 1/128, still 0.4 over: move it back to 2.53 m");
    assert_eq!(board.next.kind, MoveKind::Distance);
    assert_eq!(plain(&board.next.why[1]), "Taper 400 ends at 1/128. Or a filter, a grid, or a smaller unit.");

    // Where all stay where they stand, no distance is told: it steps aside, and is told once the others are done.
    let nailed = after(&setup, [json!({"holds": {"lights_move": false}})]);
    let told = Board::of(&nailed).next;
    assert!(told.kind != MoveKind::Distance && !plain(&told.say).contains(" m") && told.why.iter().all(|l| !plain(l).contains("move it")));

    let nearly = after(&begun(), [put("fill", &taper(128, "tenths"), "1/128 +0.3"), reads("fill", "5.6 1")]);
    assert_eq!(say(&nearly), "Fill to 1/128, still 0.4 over: move it back to 2.54 m");
    let in_feet = after(&nearly, [json!({"length": {"unit": "feet"}})]);
    assert_eq!(say(&in_feet), "Fill to 1/128, still 0.4 over: move it back to 8.3 ft");

    // The room's −6.0 is in the reading and does not come nearer: the flash itself must rise by 1.08. 2.20 · 2^(−1.08/2) = 1.51.
    let full = after(&begun(), [put("fill", &taper(128, "tenths"), "1/1"), reads("fill", "2.8 4")]);
    assert_eq!(say(&full), "Fill is at full power, 1/1, still 1.0 under: bring it nearer to 1.51 m");
}

#[test]
fn a_scale_too_coarse_says_what_stays() {
    let setup = after(&begun(), [put("fill", &taper(128, "full"), "1/8"), reads("fill", "5.6 1")]);
    assert_eq!(say(&setup), "Fill to 1/16, still 0.3 under: bring it nearer to 1.99 m");
}

#[test]
fn the_key_is_put_right_before_the_fill() {
    let setup = after(&begun(), [reads("key", "8 0"), reads("fill", "8 0")]);
    assert_eq!(lane_words(&setup, "key"), "0.6 over");
    assert_eq!(lane_words(&setup, "fill"), "1.6 over");
    assert_eq!(Board::of(&setup).next.lane, "key");
    // A rim that is off by more waits for nobody, but the largest gap goes first.
    let rim = after(&setup, [json!({"target": {"light": "rim", "level": 0.5}}), reads("rim", "16 0"), reads("fill", "4 4")]);
    assert_eq!(Board::of(&rim).next.lane, "rim");
}

#[test]
fn a_room_kept_counts_as_light_on_the_face() {
    let setup = after(
        &Setup::default(),
        [room("2.8 0", "100", "1/60"), camera("5.6", "1/60", "100"), json!({"room_wish": {"keep": {"level": -2.0}}}), ratio(3.0)],
    );
    let board = Board::of(&setup);
    assert_eq!(board.lane("room").unwrap().state, LaneState::Kept);
    // Shadow side 1/3, of which the room gives 1/4: the fill's reading, room included, is log2(1/3); the key's 2/3 + 1/4.
    let target = |id: &str| board.lane(id).unwrap().target.clone().unwrap().stops.get();
    assert!((target("fill") - (1.0f64 / 3.0).log2()).abs() < 1e-9);
    assert!((target("key") - (2.0f64 / 3.0 + 0.25).log2()).abs() < 1e-9);
    // Too bright a room can't be filled away.
    let flat = after(&setup, [ratio(9.0)]);
    assert!(Board::of(&flat).findings.iter().any(|f| f.kind == FindingKind::RoomOverShadow));
}

#[test]
fn a_key_without_a_fill_has_a_wish_of_its_own() {
    let setup =
        after(&Setup::default(), [json!({"light_removed": {"light": "fill"}}), camera("4", "1/60", "200"), room("1.4 0", "200", "1/60")]);
    let setup = after(&setup, [json!({"target": {"light": "key", "level": 0.0}}), reads("key", "4 0")]);
    assert_eq!(lane_words(&setup, "key"), "on target");
    assert!(Board::of(&setup).face.unwrap().room_is_fill);
    assert!(setup.ratio.is_none());
}

#[test]
fn a_kept_room_is_brought_to_the_nearest_third_and_then_left() {
    let mut setup = after(
        &Setup::default(),
        [room("2.8 1", "400", "1/125"), camera("5.6", "1/125", "400"), json!({"room_wish": {"keep": {"level": -1.0}}})],
    );
    for _ in 0..3 {
        let board = Board::of(&setup);
        if board.next.kind != MoveKind::MoveRoom {
            break;
        }
        setup = setup.apply(&board.next.action.unwrap().entry).unwrap();
    }
    let board = Board::of(&setup);
    assert_eq!(board.lane("room").unwrap().state, LaneState::Kept);
    assert_ne!(board.next.kind, MoveKind::MoveRoom);
}

#[test]
fn a_light_that_did_not_fire_is_named() {
    let setup = after(&begun(), [reads("fill", "1 0")]);
    let board = Board::of(&setup);
    let said = |f: &ink_lamp_advice::board::Finding| {
        f.kind == FindingKind::NoFlash && plain(&f.words).starts_with("Fill reads no more than the room")
    };
    assert!(board.findings.iter().any(said));
    assert_eq!(plain(&board.next.say), "Meter the fill again");
    assert_eq!(plain(&board.next.why[0]), "It reads no more than the room alone. Did it fire?");
}

#[test]
fn whole_and_parts_are_compared() {
    let parts = after(&begun(), [reads("fill", "4 4")]);
    let good = after(&parts, [reads("whole", "8 0")]);
    assert_eq!(lane_words(&good, "whole"), "agrees");
    assert_eq!(say(&good), "Nothing to change. Shoot a frame.");
    let bad = after(&parts, [reads("whole", "5.6 5")]);
    assert_eq!(lane_words(&bad, "whole"), "0.5 under parts");
    assert_eq!(Board::of(&bad).next.kind, MoveKind::FindWhatMoved);
    // A light that is changed makes the whole stale.
    let moved = after(&good, [put("fill", &taper(256, "tenths"), "1/8")]);
    assert_eq!(lane_words(&moved, "whole"), "read again");
}

#[test]
fn what_can_be_worked_out_is_carried_and_what_can_not_is_read_again() {
    let put = |unit: &str, modifier: &str, distance: f64| {
        let unit = json!({"name": unit, "scale": {"fractions": {"lowest": 256, "step": "tenths"}}});
        json!({"light": {"light": "fill", "role": "fill", "unit": unit, "dial": "1/8", "modifier": modifier, "distance": distance}})
    };
    let read = after(&begun(), [put("Taper 400", "Umbrella 100", 2.0), reads("fill", "5.6 0")]);
    let level = |s: &Setup| Board::of(s).lane("fill").unwrap().reading.clone().unwrap().shown;
    assert_eq!(level(&read), "−1.0");
    // Twice as far is two stops less, by the point law; the room's part stays.
    let moved = after(&read, [put("Taper 400", "Umbrella 100", 4.0)]);
    assert_eq!((level(&moved), Board::of(&moved).lane("fill").unwrap().likely), ("−2.9".to_owned(), true));
    for changed in [put("Taper 400", "Octa 90", 2.0), put("Wick 76", "Umbrella 100", 2.0)] {
        assert_eq!(lane_words(&after(&read, [changed]), "fill"), "read again");
    }
    // A camera change moves every light alike and spoils nothing.
    let opened = after(&read, [camera("5.6", "1/160", "100")]);
    assert_eq!(level(&opened), "0.0");
}

#[test]
fn the_first_steps_lead_from_nothing_to_a_frame() {
    let mut setup = Setup::default();
    assert_eq!(say(&setup), "Meter the room with the flash off");
    setup = after(&setup, [room("1.4 3", "200", "1/125")]);
    assert_eq!(say(&setup), "Set the camera: aperture, shutter, ISO");
    setup = setup.apply(&Board::of(&setup).next.action.unwrap().entry).unwrap();
    assert_eq!(say(&setup), "Choose the ratio of key to fill");
    setup = setup.apply(&Board::of(&setup).next.action.unwrap().entry).unwrap();
    assert_eq!(say(&setup), "Meter the key alone");
    setup = after(&setup, [reads("key", "5.6 4")]);
    assert_eq!(say(&setup), "Meter the fill alone");
    setup = after(&setup, [reads("fill", "4 4"), reads("whole", "8 0")]);
    setup = setup.apply(&Board::of(&setup).next.action.unwrap().entry).unwrap();
    assert_eq!(setup.frames, 1);
}

#[test]
fn a_copy_keeps_what_was_decided_and_asks_to_read_again() {
    let setup =
        after(&begun(), [put("fill", &taper(256, "tenths"), "1/8"), reads("fill", "4 4"), reads("whole", "8 0"), json!({"frame": {}})]);
    let start = entry(json!({"start": {"from": "Clock mender", "setup": setup.as_start()}}));
    let copy = Setup::default().apply(&start).unwrap();
    assert_eq!((copy.ratio, &copy.camera), (setup.ratio, &setup.camera));
    assert!(copy.room.reading.is_none() && copy.whole.is_none() && copy.frames == 0);
    let board = Board::of(&copy);
    assert!(board.lane("fill").unwrap().likely);
    assert_eq!(plain(&board.next.say), "Meter the room with the flash off");
}

#[test]
fn the_tape_says_what_was_done_and_what_it_meant() {
    let steps = [
        room("1.4 3", "200", "1/125"),
        camera("8", "1/160", "100"),
        ratio(3.0),
        put("fill", &taper(256, "tenths"), "1/8"),
        reads("fill", "5.6 1"),
        json!({"dial": {"light": "fill", "dial": "1/16 +0.3"}}),
        reads("fill", "4 4"),
        json!({"target": {"light": "rim", "level": 0.5}}),
        json!({"room_wish": {"keep": {"level": -1.5}}}),
        json!({"frame": {"note": "Catch-light in both eyes"}}),
        json!({"note": {"text": "Net over the chair"}}),
        json!({"light_removed": {"light": "fill"}}),
    ];
    let mut setup = Setup::default();
    let mut tape = Vec::new();
    for step in steps {
        let entry = entry(step);
        let next = setup.apply(&entry).unwrap();
        let line = TapeLine::of(&entry, &Effect::of(&setup, &entry, &Scene::of(&next)));
        tape.push(format!("{} | {}", plain(&line.head), line.tail));
        setup = next;
    }
    insta::assert_snapshot!(tape.join("\n"));
}

#[test]
fn the_board_of_a_sitting_under_way() {
    let setup = after(&begun(), [put("fill", &taper(256, "tenths"), "1/8"), reads("fill", "5.6 1")]);
    let board = Board::of(&setup);
    let lanes: Vec<String> = board
        .lanes
        .iter()
        .map(|l| {
            let mark = |m: &Option<ink_lamp_advice::mark::Mark>| m.as_ref().map_or_else(|| "-".to_owned(), |m| m.shown.clone());
            format!("{} {}: {} | reads {} wants {} after {}", l.number, l.name, l.words, mark(&l.reading), mark(&l.target), mark(&l.after))
        })
        .collect();
    insta::assert_snapshot!(lanes.join("\n"));
    let summary = Summary::of(&board);
    assert_eq!((summary.words.as_str(), summary.room.as_str()), ("Fill 0.7 over", "removed"));
}

#[test]
fn a_wish_counts_from_where_it_is_and_begins_with_what_is_usual() {
    let lane = |setup: &Setup, id: &str| Board::of(setup).lane(id).unwrap().clone();
    let first = |setup: &Setup, id: &str| lane(setup, id).first_wish.map(|entry| serde_json::to_value(entry).unwrap());
    let unit = taper(256, "tenths");
    let lights = after(&Setup::default(), [put("key", &unit, "1/8"), put("fill", &unit, "1/8"), put("rim", &unit, "1/8")]);
    // No ratio was chosen: theirs are their own.
    assert_eq!(first(&lights, "key"), Some(json!({"target": {"light": "key", "level": 0.0, "own": true}})));
    assert_eq!(first(&lights, "fill"), Some(json!({"target": {"light": "fill", "level": -1.0, "own": true}})));
    assert_eq!(first(&lights, "rim"), Some(json!({"target": {"light": "rim", "level": 0.0}})));
    // The room always has one: below the line, until it is to be kept.
    assert_eq!(lane(&lights, "room").wish.unwrap().get(), -5.0);
    let kept = after(&lights, [json!({"room_wish": {"keep": {"level": -2}}})]);
    assert_eq!(lane(&kept, "room").wish.unwrap().get(), -2.0);
    // What the ratio says is no first wish any more, also while the camera is not set.
    let wished = after(&lights, [ratio(4.0), json!({"target": {"light": "rim", "level": 0.5}})]);
    assert_eq!((first(&wished, "key"), first(&wished, "fill"), first(&wished, "rim")), (None, None, None));
    let set = after(&wished, [camera("8", "1/160", "100")]);
    for id in ["key", "fill", "rim"] {
        let lane = lane(&set, id);
        assert_eq!(lane.wish, lane.target.as_ref().map(|t| t.stops), "{id}");
        assert!(lane.wish.is_some() && lane.first_wish.is_none(), "{id}");
    }
    // Each first wish is one that can be written.
    for id in ["key", "fill", "rim"] {
        lights.apply(&lane(&lights, id).first_wish.unwrap()).unwrap();
    }
}
