//! What the shutter does to flash, what freezes a movement, colour, and the frame without flash, each by hand.
#![allow(clippy::unwrap_used, clippy::panic, missing_docs)]

use ink_lamp_advice::{
    board::{Board, LaneState},
    findings::FindingKind,
    studies::{Study, StudyQuestion},
    words::span::plain,
};
use ink_lamp_sitting::setup::Setup;
use ink_lamp_tapes::{
    entries::{self, camera_with},
    kit::{body, numbers, taper, unit},
    refused, setup, then, with,
};
use serde_json::{Value, json};

fn study(entries: &[Value]) -> Study {
    Study::of(&setup(entries), &StudyQuestion::default()).unwrap()
}

/// Curtains of 1/250 s, as literal seconds.
fn camera(shutter: &str) -> Value {
    let quick = body(&json!({"pixel_pitch": 4.88, "shutter": {"focal_plane": {"sync": "1/250", "travel": 0.004}}, "high_speed": true}));
    camera_with("4", shutter, "100", &json!({"body": quick, "focal": 85, "sitter": 3.0}))
}

fn leaf(shutter: &str) -> Value {
    let quay = json!({"name": "Quay 66", "shutter": "leaf", "fastest": "1/500", "slowest": "8", "base_iso": "100", "steps": "thirds"});
    camera_with("4", shutter, "100", &json!({"body": quay}))
}

/// t0.1 of 1/560 s at full and 1/3200 s at the lowest: the pulse is cut short.
fn cut_short() -> Value {
    with(
        taper(256, "tenths"),
        &json!({"pulse": "cut_short", "high_speed": true,
        "durations": [{"power": 0, "t01": 0.001_785_7}, {"power": -8, "t01": 0.000_312_5}]}),
    )
}

/// t0.1 of 1/800 s at full and 1/300 s at the lowest: lower voltage.
fn voltage() -> Value {
    unit(
        "Tallow 500",
        500.0,
        &numbers(4.0),
        &json!({"pulse": "voltage",
        "durations": [{"power": 0, "t01": 0.00125}, {"power": -6, "t01": 0.003_333_33}]}),
    )
}

fn light(id: &str, unit: Value, dial: &str) -> Value {
    entries::light(id, &json!({"unit": unit, "dial": dial, "distance": 1.5}))
}

fn found(setup: &Setup, kind: FindingKind) -> Option<String> {
    Board::of(setup).findings.into_iter().find(|f| f.kind == kind).map(|f| plain(&f.words))
}

#[test]
fn past_sync_the_band_is_told_and_a_late_trigger_widens_it_and_a_leaf_has_none() {
    // (Tc + delay − t)/Tc with Tc = 4 ms and 1/400 as its exact 2^−8 2/3 = 2.46 ms: 38.5 %.
    let t = (-(8.0 + 2.0 / 3.0f64)).exp2();
    let at = study(&[camera("1/400"), light("key", cut_short(), "1/4")]).shutter;
    assert!((at.black - (0.004 - t) / 0.004).abs() < 1e-9);
    assert_eq!(at.title, "1/400 without high-speed sync: 38 % of the frame goes black");
    assert!(at.black_words.starts_with("38 % of the frame, 9.2 of 24 mm"));
    let late = study(&[camera("1/400"), light("key", cut_short(), "1/4"), json!({"firing": {"delay": 0.0004}})]).shutter;
    assert!((late.black - at.black - 0.1).abs() < 1e-9);
    let leaf = study(&[leaf("1/400"), light("key", cut_short(), "1/4")]).shutter;
    assert_eq!((leaf.black, leaf.leaf, leaf.travel_ms), (0.0, true, 0.0));
    assert!(leaf.places.is_empty());
    let finding = found(&setup(&[camera("1/400"), light("key", cut_short(), "1/4")]), FindingKind::PastSync).unwrap();
    assert!(finding.contains("about 38 % of the frame goes black") && finding.contains("High-speed sync would pass it"), "{finding}");
    // Even at sync a trigger that is late leaves a band: 0.4 ms of 4, and the exact 1/256 s is a little short of 4 ms too.
    let sync = found(&setup(&[camera("1/250"), json!({"firing": {"delay": 0.0004}})]), FindingKind::PastSync).unwrap();
    assert!(sync.starts_with("With 0.4 ms of trigger delay about 12 %"), "{sync}");
}

#[test]
fn a_slow_pulse_at_low_power_loses_its_tail() {
    // A leaf at 1/250, exact 1/256 s: 1 − e^(−t ln 10/t0.1) = 1 − 10^(−0.00390625/0.00333333) = 0.9327, 0.10 stop.
    let leaf = [leaf("1/250"), light("key", voltage(), "4.0")];
    let lost = study(&leaf).shutter.lights[0].lost.unwrap();
    assert!((lost.get() - (1.0 - 10f64.powf(-0.003_906_25 / 0.003_333_33)).log2()).abs() < 1e-4, "{lost:?}");
    // A focal plane with curtains of 4 ms at 1/200 (exact 2^−7 2/3): open 0.92 ms after the pop, so most of the tail is cut at the edge.
    let focal = [camera("1/200"), light("key", voltage(), "4.0")];
    let shown = &study(&focal).shutter.lights[0];
    assert_eq!(shown.duration, "t0.1 1/300 s");
    let (tau, w) = (0.003_333_33 / std::f64::consts::LN_10, (-(7.0 + 2.0 / 3.0f64)).exp2() - 0.004);
    let mean = 1.0 - tau / 0.004 * (-w / tau).exp() * (1.0 - (-0.004 / tau).exp());
    assert!((shown.lost.unwrap().get() - mean.log2()).abs() < 1e-3);
    assert_eq!(shown.words, "0.3 stop lost over the frame, 1.1 stops at the edge");
    assert_eq!(shown.gradient.len(), 11);
    let words = found(&setup(&focal), FindingKind::PulseTail).unwrap();
    assert!(words.contains("at 4.0 Tallow 500's pulse outlasts 1/200; 0.3 stop of its light is lost"), "{words}");
    // With curtains as slow as the time itself the edge gets nothing at all: 1 − (τ/Tc)·(1 − e^(−Tc/τ)) of it passes. A sync time that its maker
    // names is whole: its exact 1/256 s is taken, not the literal 4 ms.
    let at_sync = [camera("1/250"), light("key", voltage(), "4.0")];
    let edge = &study(&at_sync).shutter.lights[0];
    assert!(edge.words.ends_with("lost over the frame, all at the edge"), "{}", edge.words);
    let mean = 1.0 - tau * 256.0 * (1.0 - (-1.0 / (256.0 * tau)).exp());
    assert!((edge.lost.unwrap().get() - mean.log2()).abs() < 1e-3, "{:?}", edge.lost);
    // At a longer time all of it passes, and the finding's press goes there.
    assert!(found(&setup(&[camera("1/60"), light("key", voltage(), "4.0")]), FindingKind::PulseTail).is_none());
}

#[test]
fn high_speed_sync_dims_the_flash_with_the_shutter_and_asks_for_power() {
    let on = json!({"firing": {"high_speed": {"camera": true, "transmitter": true, "units": ["key"]}}});
    let base =
        [light("key", cut_short(), "1/16"), json!({"ratio": {"target": {"ratio": 3, "convention": "lit_shadow", "anchor": "key_alone"}}})];
    let at = |shutter: &str, more: &[Value]| {
        setup(
            [&[camera("1/250")], &base[..], &[json!({"reading": {"of": "key", "shows": "4 0"}}), on.clone(), camera(shutter)], more]
                .concat(),
        )
    };
    // At sync it is an ordinary pop.
    assert_eq!(Board::of(&at("1/250", &[])).lane("key").unwrap().state, LaneState::OnTarget);
    // 1/500, exact 1/512 s: log2((0.004 + t)/t) = 1.61 under.
    let board = Board::of(&at("1/500", &[]));
    let key = board.lane("key").unwrap();
    assert_eq!((key.reading.as_ref().unwrap().shown.as_str(), key.likely), ("−1.6", true));
    assert_eq!(plain(&board.next.say), "Key up 1.6 stops: set 1/8 +0.6");
    // What a test frame lost beyond that comes on top.
    let extra = json!({"firing": {"high_speed": {"camera": true, "transmitter": true, "units": ["key"]}, "extra": 0.7}});
    assert_eq!(Board::of(&at("1/500", &[extra])).lane("key").unwrap().reading.as_ref().unwrap().shown, "−2.3");
    let study = Study::of(&at("1/500", &[]), &StudyQuestion::default()).unwrap().shutter;
    assert_eq!(study.black, 0.0);
    // From 1/500 to 1/1000: log2((4 + 0.977)/0.977) − log2((4 + 1.953)/1.953) = 0.74.
    assert!(study.together.unwrap().contains("1.0 from the room and 0.7 from the flash"));
    let row = study.table.iter().find(|r| r.now).unwrap();
    assert!((row.flash.get() + ((0.004 + 1.0 / 512.0) * 512.0f64).log2()).abs() < 1e-9);
    // One place forgotten spoils the frame.
    let partly = json!({"firing": {"high_speed": {"camera": true, "transmitter": false, "units": ["key"]}}});
    let words = found(&at("1/500", &[partly]), FindingKind::HighSpeedPartly).unwrap();
    assert!(words.contains("but not at the transmitter"), "{words}");
    let refused = refused(&setup(&[light("key", voltage(), "4.0")]), on);
    assert_eq!(refused.to_string(), "Tallow 500 has no high-speed sync. Choose another unit for the key.");
}

#[test]
fn clipped_frames_give_the_true_sync_and_write_it() {
    // Curtains of 4 ms and 0.5 ms of delay: at 1/400 (2.461 ms) 51.0 % black, at 1/320 (3.100 ms) 35.0 %.
    let question = |frames: Value| StudyQuestion { frames: serde_json::from_value(frames).unwrap(), ..StudyQuestion::default() };
    let stands = setup(&[camera("1/250")]);
    let frames = json!([{"shutter": "1/400", "share": 0.5098}, {"shutter": "1/320", "share": 0.35}]);
    let told = Study::of(&stands, &question(frames)).unwrap().shutter.found.unwrap();
    assert_eq!(told.words, "The curtains take 4.0 ms and the trigger 0.5 ms more: the shortest time that is whole is 1/200.");
    let after = told.entries.iter().fold(stands.clone(), |s, e| s.apply(e).unwrap());
    assert_eq!(String::from(after.camera.unwrap().sync.unwrap()), "1/200");
    assert!((after.firing.delay.get() - 0.0005).abs() < 2e-5);
    let wrong = Study::of(&stands, &question(json!([{"shutter": "1/400", "share": 40}]))).unwrap_err();
    assert_eq!(wrong.field, "frames[0].share");
}

#[test]
fn a_bulb_is_cut_by_a_short_shutter_and_read_as_the_meter_saw_it() {
    let bulb = |sync: &str| json!({"name": "Bulb 25", "guide": {"number": 40, "length": "metres", "iso": "100"}, "scale": {"fractions": {"lowest": 2, "step": "full"}}, "bulb": {"sync": sync}});
    let at = |sync: &str, shutter: &str| study(&[leaf(shutter), light("key", bulb(sync), "1/1")]).shutter.lights[0].lost.unwrap();
    // The bulb's own guide numbers, 40 at 1/30 and 28 at 1/60 with X sync: 2·log2(28/40) = −1.03.
    assert!((at("x", "1/60").get() - 2.0 * (28.0f64 / 40.0).log2()).abs() < 0.05, "{:?}", at("x", "1/60"));
    assert!(at("m", "1/60") > at("x", "1/60") && at("m", "1/60") > at("m", "1/250"));
    let stands = setup(&[leaf("1/60"), light("key", bulb("x"), "1/1"), json!({"reading": {"of": "key", "shows": "4 0"}})]);
    // Read at the camera's own time: nothing to take away.
    assert_eq!(Board::of(&stands).lane("key").unwrap().reading.as_ref().unwrap().shown, "0.0");
    assert!(
        found(&stands, FindingKind::BulbCut).is_some()
            && Board::of(&stands).findings.iter().any(|f| f.kind == FindingKind::BulbHot && f.caution)
    );
    // A longer time lets more of the burn through.
    let longer = then(&stands, leaf("1/30"));
    assert!(Board::of(&longer).lane("key").unwrap().reading.as_ref().unwrap().stops.get() > 0.9);
}

#[test]
fn a_jump_at_its_top_with_two_millimetres_is_frozen_by_either_kind_of_unit() {
    let movement = json!({"holds": {"movement": {"kind": "jump_top", "blur": 2}}});
    let entries = [
        camera("1/125"),
        light("key", cut_short(), "1/1"),
        light("fill", voltage(), "4.0"),
        json!({"reading": {"of": "room", "shows": "1.4 0"}}),
        movement,
    ];
    let freeze = study(&entries).freeze;
    // Caught 0.05 s from the top it falls at 0.49 m/s: 0.49 t + 4.9 t² = 2 mm gives 3.93 ms.
    assert!((freeze.longest.unwrap() - 0.003_926).abs() < 2e-5, "{:?}", freeze.longest);
    assert_eq!(freeze.longest_words.as_deref(), Some("1/250 s"));
    // Both are shorter than that as they stand.
    assert!(freeze.lights.iter().all(|l| l.freezes) && freeze.fate.starts_with("Every light is that short"));
    // 2 mm at 3 m with 85 mm (m = 0.0292): 58 µm, 12 pixels of 4.88 µm.
    assert_eq!(freeze.pixels.as_deref(), Some("12 pixels"));
    assert!(freeze.ghost.unwrap().starts_with("At 1/125 with the room at −3.0 the movement goes on for 4 mm"));
    // Caught 0.2 s late it falls at 1.96 m/s: 1.02 ms, 1/980. The cut pulse gets there at low power, the other one never.
    let late = json!({"holds": {"movement": {"kind": "jump_top", "blur": 2, "late": 0.2}}});
    let freeze = study(&[&entries[..4], std::slice::from_ref(&late)].concat()).freeze;
    let [key, fill] = [0, 1].map(|n| freeze.lights[n].clone());
    // t0.1 falls by log2(5.714) over 8 stops, so it reaches 1.017 ms at −8 · log2(1.7857/1.017)/log2(5.714) = −2.6.
    assert_eq!((key.does.as_deref(), key.dial.as_deref()), (Some("1/8 +0.4 and lower"), Some("1/8 +0.4")));
    let power = setup(&[light("key", cut_short(), key.dial.as_deref().unwrap())]).lights[0].power().unwrap().get();
    assert!((power + 2.6).abs() < 0.06, "{power}");
    assert!(
        key.costs.contains("of its light") && key.costs.contains("or bring it from 1.50 m to") && key.costs.contains("such units together"),
        "{}",
        key.costs
    );
    assert!(fill.does.is_none() && fill.costs.contains("at its shortest, 10.0"), "{}", fill.costs);
    // The unit of the kit that can, by its name: of those the one that gives most light so.
    let kit: Vec<_> = [cut_short(), voltage(), with(cut_short(), &json!({"name": "Wick 60", "rated": 60.0}))].into();
    let question: StudyQuestion = serde_json::from_value(json!({"units": kit})).unwrap();
    let named = Study::of(&setup([&entries[..4], &[late]].concat()), &question).unwrap().freeze;
    assert!(
        named.lights[1].costs.ends_with("at its shortest, 10.0. Taper 400 of the kit does it at 1/8 +0.4."),
        "{}",
        named.lights[1].costs
    );
    // 1.5 ms (walking, 2.1 mm): the other kind does it from some power up.
    let walk = json!({"holds": {"movement": {"kind": "walk", "blur": 2.8}}});
    let freeze = study(&[&entries[..4], &[walk]].concat()).freeze;
    assert!(freeze.lights[1].does.as_deref().unwrap().ends_with("and higher"));
    assert!(
        !freeze.lights[1].freezes && freeze.lights[1].costs.contains("stop down to") && freeze.lights[1].costs.contains("move it from"),
        "{}",
        freeze.lights[1].costs
    );
}

#[test]
fn tungsten_two_stops_under_the_flash_is_mixed_and_gets_a_gel() {
    let gel = |name: &str, mired: f64, loss: f64| serde_json::from_value(json!({"name": name, "mired": mired, "loss": loss})).unwrap();
    let lamps = json!({"reading": {"of": "room", "shows": "2 0", "light": {"kelvin": 3000, "lamps": "on"}}});
    let entries = [camera("1/125"), lamps, json!({"holds": {}})];
    let question = StudyQuestion {
        gels: vec![gel("Half warm", 81.0, 0.3), gel("Full warm", 131.0, 0.7), gel("Cool", -81.0, 0.5)],
        ..StudyQuestion::default()
    };
    let color = Study::of(&setup(&entries), &question).unwrap().color;
    // Reference topic 9: 5500 K and 3000 K two stops under make 4793 K, Duv −0.0020.
    let sitter = &color.places[0];
    assert!((sitter.kelvin - 4793.0).abs() < 15.0 && (sitter.duv + 0.0020).abs() < 0.000_15, "{sitter:?}");
    assert_eq!(sitter.room, "3000 K at −2.0");
    // At the ground no flash arrives: it is the lamps' own.
    assert!((color.places[1].kelvin - 3000.0).abs() < 10.0);
    // 10⁶/3000 − 10⁶/5500 = 151.5 mired.
    let advice = color.gel.unwrap();
    assert!((advice.shift - 151.5).abs() < 0.1);
    assert!(
        advice.words.starts_with("Flash to lamps asks for +152 mired: Full warm is +131, 21 left over. It costs 0.7 stop"),
        "{}",
        advice.words
    );
    let none = Study::of(&setup(&entries), &StudyQuestion::default()).unwrap().color.gel.unwrap();
    assert!(none.gels.is_empty() && none.words.contains("about +131"));
    let words = found(&setup(&entries), FindingKind::LampsMix).unwrap();
    assert!(words.contains("3000 K mixes in at the sitter: 4790 K"), "{words}");
}

#[test]
fn the_frame_without_flash_is_told_and_held_against_what_it_showed() {
    let entries = [camera("1/125"), json!({"reading": {"of": "room", "shows": "2 0"}})];
    let told = study(&entries).no_flash;
    assert_eq!(told.title, "A frame without flash at ƒ4, 1/125, ISO 100 shows the room");
    // Two stops under: a mid-grey is code 60 (reference topic 6), white paper 0.9/4 = 0.225 linear, code 130.
    let codes: Vec<u8> = told.places[0].patches.iter().map(|p| p.code).collect();
    assert_eq!((codes[1], codes[3]), (60, 130));
    let shot = json!({"frame": {"no_flash": {"sitter": 85, "ground": 60}}});
    let stands = setup([&entries[..], &[shot]].concat());
    let seen = Study::of(&stands, &StudyQuestion::default()).unwrap().no_flash;
    // 85 is one stop under: a stop brighter than foretold.
    assert_eq!(seen.places[0].seen_words.as_deref(), Some("1.0 stop brighter than foretold"));
    assert_eq!(seen.places[1].seen_words.as_deref(), Some("just as foretold"));
    assert!(found(&stands, FindingKind::NoFlashFrame).unwrap().contains("the sitter came out at 85, and 60 was foretold"));
    assert_eq!(stands.frames, 1);
}
