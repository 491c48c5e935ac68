//! Each kind of next move, its words and what pressing its button writes; and how a list tells a setup.
#![allow(clippy::unwrap_used, clippy::panic, missing_docs)]

use ink_lamp_advice::{
    board::{Board, LaneState, Summary},
    next::MoveKind,
    words::{span::plain, tape::TapeKind},
};
use ink_lamp_light::strobe::Unit;
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::setup::Setup;
use ink_lamp_tapes::{
    after,
    entries::{camera, camera_with, ratio, ratio_by, read_how, reads, room},
    kit::{fractions, octa, unit},
    setup, then,
    whole::{begun, in_octa},
};
use serde_json::{Value, json};

fn say(setup: &Setup) -> String {
    plain(&Board::of(setup).next.say)
}

/// A camera whose sync time is known, or is not.
fn synced(aperture: &str, shutter: &str, iso: &str, sync: Option<&str>) -> Value {
    camera_with(aperture, shutter, iso, &json!({"sync": sync}))
}

/// What the camera is told for the room's sake, and why.
fn for_the_room(camera: Value, wish: Value, shows: &str) -> (String, String) {
    let next = Board::of(&setup(&[camera, json!({"room_wish": wish}), room(shows, "100", "1/60")])).next;
    assert_eq!(next.kind, MoveKind::MoveRoom);
    (plain(&next.say), plain(next.why.last().unwrap()))
}

#[test]
fn the_shutter_goes_first_since_it_is_free_up_to_sync() {
    let free = for_the_room(synced("8", "1/60", "100", Some("1/250")), json!({"remove": {"level": -5.0}}), "2 0");
    assert_eq!(free, ("Room down 1.0 stop: set 1/125".to_owned(), "The shutter changes the room and leaves the flash alone.".to_owned()));
    // Past sync it costs flash: two stops by the shutter, one and a third by ISO.
    let costly = for_the_room(synced("5.6", "1/60", "400", Some("1/250")), json!({"remove": {"level": -5.0}}), "1.4 3");
    assert_eq!(costly.0, "Room down 3.3 stops: set 1/250, ISO 160");
    assert_eq!(costly.1, "The shutter is free up to sync. The rest costs flash: every light up 1.3 stops.");
}

#[test]
fn a_camera_at_its_end_says_what_else_there_is() {
    let end = for_the_room(synced("16", "1/125", "100", None), json!({"remove": {"level": -8.0}}), "4 0");
    assert_eq!(end.0, "Room is 3.0 over, and the camera is at its end");
    assert_eq!(end.1, "Switch lamps off, close the blinds, or use a filter; the lights rise with a filter.");
    let short = for_the_room(synced("11", "1/125", "100", None), json!({"remove": {"level": -8.0}}), "4 0");
    assert_eq!(short.0, "Room: set ƒ16, still 3.0 over: lamps off, or a filter");
}

#[test]
fn a_kept_room_gets_a_longer_shutter_where_the_camera_stands_still() {
    let keep = json!({"room_wish": {"keep": {"level": -1.5}}});
    let told = |entries: &[Value]| {
        let next = Board::of(&setup(entries)).next;
        assert_eq!(next.kind, MoveKind::MoveRoom);
        (plain(&next.say), plain(next.why.last().unwrap()))
    };
    let start = [synced("5.6", "1/125", "100", None), keep, room("2 0", "100", "1/60")];
    // f/2 at 1/60 is −4 at f/5.6 and 1/125; 1/25 and 1/20 lie a sixth of a stop beside it, and the shorter one blurs less.
    let tripod = told(&[&start[..], &[json!({"holds": {"steadiness": "tripod"}})]].concat());
    assert_eq!(tripod, ("Room up 2.5 stops: set 1/25".to_owned(), "The shutter changes the room and leaves the flash alone.".to_owned()));
    // In the hand 1/20 blurs: what must hold is held, and the lights go down with the wider aperture.
    let hand = told(&start);
    assert_eq!(hand, ("Room up 2.5 stops: set ƒ2.5".to_owned(), "It opens up for the flash too: every light down 2.3 stops.".to_owned()));
}

#[test]
fn a_kept_room_that_is_too_dark_asks_for_more_light() {
    let hold = json!({"holds": {"widest": "5.6", "high_speed": false}});
    let entries =
        [camera_with("5.6", "1/60", "3200", &json!({})), json!({"room_wish": {"keep": {"level": -1.5}}}), hold, room("1 0", "100", "1/2")];
    let next = Board::of(&setup(entries)).next;
    assert_eq!((next.kind, plain(&next.say).as_str()), (MoveKind::MoveRoom, "Room is 3.5 under, and the camera is at its end"));
    assert_eq!(plain(next.why.last().unwrap()), "Switch lamps on, open the blinds; or a tripod, and a longer time.");
}

#[test]
fn the_room_is_not_moved_by_what_is_not_at_hand_or_would_be_switched() {
    // A filter alone would do it, and so would high-speed sync: both are ways, and neither is the next move.
    let holds = json!({"holds": {"high_speed": true, "filters": [{"name": "ND 1.2", "loss": 4.0}]}});
    let next = Board::of(&setup(&[synced("8", "1/125", "100", Some("1/125")), holds, room("8 0", "100", "1/60")])).next;
    assert_eq!(plain(&next.say), "Room: set ƒ16, still 2.0 over: lamps off, or a filter");
}

#[test]
fn lights_that_cant_follow_the_camera_say_so() {
    let unit = json!({"name": "Taper 100", "rated": 100.0, "scale": {"fractions": {"lowest": 32, "step": "tenths"}}});
    let light = json!({"light": {"light": "key", "role": "key", "unit": unit, "dial": "1/2", "distance": 1.5}});
    let next =
        Board::of(&setup(&[synced("5.6", "1/125", "100", Some("1/125")), light, room("4 0", "100", "1/60"), reads("key", "5.6 0")])).next;
    assert_eq!((next.kind, plain(&next.say).as_str()), (MoveKind::MoveRoom, "Room down 3.0 stops: set ƒ16"));
    // From 1/2 there is one stop to full power.
    assert_eq!(plain(next.why.last().unwrap()), "The lights can't follow: each up 3.0 stops, 2.0 more than a unit can. Ways has others.");
}

#[test]
fn a_camera_that_follows_the_lights_is_not_closed_for_the_room() {
    // The lights open again what the room closes, and the two would take turns for ever: only the shutter parts them.
    let follows = json!({"schools": {"follow": "camera_follows"}});
    let entries =
        [follows, synced("1.4", "1/125", "50", Some("1/200")), room("1 0", "100", "1/60"), reads("fill", "2.8 0"), reads("key", "1.4 0")];
    let next = Board::of(&setup(&entries)).next;
    assert_eq!(plain(&next.say), "Room: set 1/200, still 1.3 over: lamps off, or a filter");
    let next = Board::of(&setup([&entries[..], &[synced("1.4", "1/200", "50", Some("1/200"))]].concat())).next;
    assert_eq!(next.kind, MoveKind::MoveRoom);
    assert_eq!(
        plain(next.why.last().unwrap()),
        "The camera follows the lights: brighter lights stop it down, and the room with it. Or lamps off, blinds closed."
    );
}

#[test]
fn a_light_without_a_unit_is_told_in_stops_and_asked_for_its_unit() {
    let next = Board::of(&setup(&[synced("8", "1/125", "100", None), room("1 0", "100", "1/60"), ratio(3.0), reads("key", "8 0")])).next;
    assert_eq!(plain(&next.say), "Key down 0.6 stop");
    assert!(next.action.is_none() && next.power.is_none());
    assert_eq!(plain(&next.why[1]), "Say which unit it is and what its dial shows, and the setting is named here.");
}

#[test]
fn where_the_room_alone_is_too_bright_no_dial_helps() {
    let bright = setup(&[
        synced("5.6", "1/60", "100", None),
        room("4 0", "100", "1/60"),
        json!({"room_wish": {"keep": {"level": -1.0}}}),
        ratio(2.0),
        json!({"target": {"light": "rim", "level": -1.5}}),
        reads("key", "5.6 0"),
        reads("rim", "4 5"),
    ]);
    let next = Board::of(&bright).next;
    assert_eq!((next.kind, plain(&next.say).as_str()), (MoveKind::RoomOver, "Rim can't go lower: the room alone is over it"));
}

#[test]
fn each_button_writes_what_its_sentence_says() {
    let steps: [(&[Value], &str, &str); 4] = [
        (&[room("1 0", "100", "1/60")], "ƒ8, 1/125, ISO 100", "camera"),
        (&[room("1 0", "100", "1/60"), synced("8", "1/125", "100", None)], "3 : 1", "ratio"),
        (&[synced("8", "1/60", "100", None), room("2 0", "100", "1/60")], "Set", "camera"),
        (
            &[
                synced("8", "1/125", "100", None),
                room("1 0", "100", "1/60"),
                ratio(3.0),
                reads("key", "5.6 4"),
                reads("fill", "4 4"),
                reads("whole", "8 0"),
            ],
            "Shot",
            "frame",
        ),
    ];
    for (entries, label, kind) in steps {
        let board = Board::of(&setup(entries));
        let action = board.next.action.unwrap();
        assert_eq!((action.label.as_str(), action.entry.kind()), (label, kind));
        assert!(board.next.tape.is_some());
    }
}

#[test]
fn a_moved_light_is_read_again_before_anything_else() {
    let unit = json!({"name": "Tallow 250", "scale": {"numbers": {"full": 9.0, "lowest": 2.0, "stops_per_unit": 1.0}}});
    let before = setup(&[
        synced("8", "1/125", "100", None),
        room("1 0", "100", "1/60"),
        ratio(3.0),
        json!({"light": {"light": "fill", "role": "fill", "unit": unit, "dial": "2.0", "distance": 2.0}}),
        reads("key", "5.6 4"),
        reads("fill", "5.6 0"),
    ]);
    let board = Board::of(&before);
    assert_eq!(board.next.kind, MoveKind::Distance);
    let moved = before.apply(&board.next.action.as_ref().unwrap().entry).unwrap();
    let after = Board::of(&moved);
    assert_eq!((after.next.kind, plain(&after.next.say).as_str()), (MoveKind::MeterLight, "Meter the fill again"));
    assert_eq!(after.lane("fill").unwrap().target.as_ref().unwrap().shown, after.lane("fill").unwrap().reading.as_ref().unwrap().shown);
    assert_eq!(board.next.tape.unwrap().kind, TapeKind::Choice);
}

#[test]
fn past_sync_is_found() {
    let board = Board::of(&setup(&[synced("8", "1/400", "100", Some("1/200"))]));
    assert_eq!(
        plain(&board.findings[0].words),
        "Shutter 1/400 is past the sync of 1/200: about 50 % of the frame goes black. Set 1/200 or longer."
    );
    // Its numbers stand beside its kind, and what is to be set stands out.
    let told = serde_json::to_value(&board.findings[0]).unwrap();
    assert_eq!(
        (&told["kind"], &told["fact"]["at"], &told["fact"]["sync"], &told["fact"]["high_speed"]),
        (&json!("past_sync"), &json!("1/400"), &json!("1/200"), &json!("no"))
    );
    assert!((told["fact"]["black"].as_f64().unwrap() - 0.5).abs() < 0.005, "{told}");
    assert_eq!(told["words"][1], json!({"strong": "1/200"}));
}

#[test]
fn a_list_tells_the_one_thing_that_matters() {
    let told = |entries: &[Value]| {
        let summary = Summary::of(&Board::of(&setup(entries)));
        (summary.words, summary.room, summary.ratio.unwrap_or_default(), summary.ratio_words)
    };
    let words = |a: &str, b: &str, c: &str, d: &str| (a.to_owned(), b.to_owned(), c.to_owned(), d.to_owned());
    assert_eq!(told(&[]), words("Not begun", "not read", "", ""));
    let begun = [synced("8", "1/125", "100", None), room("1 0", "100", "1/60"), ratio(3.0)];
    assert_eq!(told(&begun), words("Key not read", "removed", "3 : 1", "wished, lit : shadow"));
    let all = [&begun[..], &[reads("key", "5.6 4"), reads("fill", "4 4")]].concat();
    assert_eq!(told(&all).0, "All on target");
    assert_eq!(told(&[&all[..], &[json!({"frame": {}})]].concat()).0, "Frame shot, all on target");
    assert_eq!(told(&[&all[..], &[reads("fill", "5.6 0")]].concat()).0, "Fill 0.6 over");
    let alone = told(
        &[
            &begun[..2],
            &[json!({"light_removed": {"light": "fill"}}), json!({"target": {"light": "key", "level": 0.0}}), reads("key", "8 0")],
        ]
        .concat(),
    );
    assert_eq!((alone.0.as_str(), alone.3.as_str()), ("All on target", "room is the fill"));
}

#[test]
fn the_rail_numbers_its_lanes_and_signs_them() {
    let board = Board::of(&setup(&[synced("8", "1/125", "100", None), ratio(3.0), json!({"light": {"light": "rim-2", "role": "rim"}})]));
    let lanes: Vec<(u8, &str, LaneState)> = board.lanes.iter().map(|l| (l.number, l.name.as_str(), l.state)).collect();
    assert_eq!(lanes[0], (1, "Room", LaneState::Untouched));
    assert_eq!(lanes[2], (3, "Key", LaneState::Set));
    assert_eq!(lanes[5], (6, "Rim 2", LaneState::Untouched));
    assert_eq!(lanes.last().unwrap().1, "Frame");
}

/// 2000 Ws at 1/128 is 15.6 Ws, and 0.4 stop less is 11.8 Ws: 1/64 +0.6 of 500 Ws, under the end of 1000 Ws to 1/64.
#[test]
fn where_a_unit_ends_the_one_of_the_kit_that_does_it_is_named() {
    let fill = |unit: &Value| in_octa("fill", unit, "1/128", 1.5, &json!({"shape": octa(0.0)}));
    let ends = after(&begun(), [fill(&unit("Tallow 2000", 2000.0, &fractions(128, "tenths"), &json!({}))), reads("fill", "4 8")]);
    let kit: Vec<Unit> = [("Wick 1000", 1000.0), ("Wick 500", 500.0), ("Wick 600", 600.0)]
        .map(|(name, rated)| serde_json::from_value(unit(name, rated, &fractions(64, "tenths"), &json!({}))).unwrap())
        .to_vec();
    let why = |setup: &Setup, kit: &[Unit]| plain(&Board::of_scene(&Scene::of(setup), kit).next.why[1]);
    assert_eq!(why(&ends, &[]), "Tallow 2000 ends at 1/128. Or a filter, a grid, or a smaller unit.");
    assert_eq!(why(&ends, &kit), "Tallow 2000 ends at 1/128. Or a filter, a grid, or the Wick 500 at 1/64 +0.6.");
    // One that another light has is not free, and one that ends as near is no help.
    let taken = after(
        &ends,
        [in_octa("key", &unit("Wick 500", 500.0, &fractions(64, "tenths"), &json!({})), "1/8", 1.5, &json!({})), reads("key", "5.6 4")],
    );
    assert_eq!(why(&taken, &kit), "Tallow 2000 ends at 1/128. Or a filter, a grid, or the Wick 600 at 1/64 +0.3.");
    assert_eq!(why(&taken, &kit[..2]), "Tallow 2000 ends at 1/128. Or a filter, a grid, or a smaller unit.");
    // Where nothing can be moved it is told once, with that unit, after the others.
    let nailed = after(
        &ends,
        [
            json!({"holds": {"lights_move": false}}),
            json!({"light_removed": {"light": "rim"}}),
            json!({"light_removed": {"light": "ground"}}),
        ],
    );
    let board = Board::of_scene(&Scene::of(&nailed), &kit);
    assert_eq!((board.next.kind, board.next.asks_kit), (MoveKind::OutOfReach, true));
    assert!(plain(&board.next.why[1]).contains("A grid, a gel, the Wick 500 at 1/64 +0.6;"), "{}", plain(&board.next.why[1]));
    assert!(!Board::of(&begun()).next.asks_kit);
}

/// All give 0.25 of the exposure at the ground, its own 0.0625 of them: 0.1875 is −2.4, and −3.0 is wished there.
#[test]
fn a_ground_that_the_others_light_enough_is_told_to_stay_off() {
    let wish = |level: f64| json!({"target": {"light": "ground", "level": level}});
    let spilt = read_how("whole", "4 0", &json!({"place": "ground"}));
    let gone = ["fill", "rim"].map(|id| json!({"light_removed": {"light": id}}));
    let s = after(&setup([room("1.4 3", "200", "1/125"), camera("8", "1/160", "100"), reads("key", "8 0"), reads("ground", "2 0")]), gone);
    let s = after(&s, [spilt, wish(-3.0)]);
    let next = Board::of(&s).next;
    assert_eq!(plain(&next.say), "Ground stays off: the others alone give −2.4 there");
    assert!(plain(&next.why[0]).starts_with("−3.0 is wished."));
    let left = s.apply(&next.action.unwrap().entry).unwrap();
    assert_eq!(say(&left), "Nothing to change. Shoot a frame.");
    // A brighter one has something left to do.
    assert_eq!(say(&then(&s, wish(0.0))), "Ground up 4.1 stops");
}

/// Without a plan one reading of all at the shadow side is offered, once all is as wished; by readings nobody asks for it.
#[test]
fn what_one_more_reading_would_say_is_offered_before_the_frame() {
    let gone = ["rim", "ground"].map(|id| json!({"light_removed": {"light": id}}));
    let read = after(&after(&begun(), gone), [reads("fill", "4 4"), reads("whole", "8 0")]);
    let offer = |setup: &Setup| Board::of(setup).next.why.get(1).map(|line| plain(line));
    assert!(offer(&read).unwrap().starts_with("Without a plan nobody knows how much of the key comes back"));
    let said = then(&read, read_how("whole", "4 4", &json!({"place": "shadow_side"})));
    assert_eq!(offer(&said), None);
    let by_readings =
        after(&read, [ratio_by(2.0, "readings", "lit_side"), reads("key", "5.6 4"), reads("fill", "4 4"), reads("whole", "8 0")]);
    assert_eq!(offer(&by_readings), None, "{}", say(&by_readings));
}
