//! What is looked at before the first flash: each point, each mistake and what its press does, ticks, stored charge, cautions.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic, missing_docs)]

use ink_lamp_advice::{
    board::Board,
    check::{CautionState, CautionTold, CellState, Check, CheckCell, Told, told},
    findings::FindingKind as K,
    next::MoveKind,
    words::span::plain,
};
use ink_lamp_sitting::{
    cautions::Caution,
    checks::{CheckPoint, Device},
    entry::Entry,
    role::LightId,
    setup::Setup,
};
use ink_lamp_tapes::{
    after,
    entries::{at, camera, camera_with, reads, spill, studio},
    kit::{fractions, octa},
    refused, then,
    whole::in_octa,
    with,
};
use serde_json::{Value, json};

fn unit(name: &str, more: &Value) -> Value {
    with(json!({"name": name, "rated": 400, "scale": fractions(256, "tenths")}), more)
}

fn put(id: &str, unit: &Value, dial: &str, rig: &Value) -> Value {
    json!({"light": {"light": id, "role": id, "unit": unit, "dial": dial, "modifier": "Octa 90", "distance": 1.5,
        "rig": with(json!({"shape": octa(1.5)}), rig)}})
}

fn wick() -> Value {
    unit(
        "Wick 76",
        &json!({"slave": {"pre_flashes": 0}, "groups": 3, "recycle": 2.5, "high_speed": true,
        "zoom": {"wide": 24, "long": 200}, "supply": {"battery": {"watt_hours": 40}}}),
    )
}

fn tallow() -> Value {
    unit(
        "Tallow 500",
        &json!({"pulse": "voltage", "supply": {"mains": {"volts": 230}}, "lamp": 250,
        "words": {"dump": "press Test once", "channel": "hold CH, turn"}}),
    )
}

fn device(of: &str) -> Device {
    match of {
        "camera" => Device::Camera,
        "transmitter" => Device::Transmitter,
        id => Device::Unit(LightId::new(id).unwrap()),
    }
}

fn cell(setup: &Setup, of: &str, point: CheckPoint) -> CheckCell {
    let check = Check::of(setup);
    let at = check.devices.iter().position(|d| d.device == device(of)).unwrap();
    check.rows.iter().find(|r| r.point == point).map_or_else(
        || CheckCell { state: CellState::None, says: String::new(), by: None, device_says: false, press: Vec::new() },
        |row| row.cells[at].clone(),
    )
}

fn shows(setup: &Setup, of: &str, point: CheckPoint) -> (CellState, String) {
    let cell = cell(setup, of, point);
    (cell.state, cell.says)
}

/// Key and rim on channel 4, by radio, one of each kind of unit.
fn lit() -> Setup {
    after(
        &Setup::default(),
        [
            camera_with("8", "1/160", "100", &json!({"sync": "1/200", "focal": 85})),
            put("key", &tallow(), "1/8", &json!({"group": "A", "channel": 4})),
            put("rim", &wick(), "1/4", &json!({"group": "C", "channel": 4})),
            spill(&json!({"lowest": 256, "step": "tenths", "channels": 32})),
        ],
    )
}

#[test]
fn each_point_says_what_is_to_stand_there() {
    let s = lit();
    let to_say =
        |of: &str, point: CheckPoint, says: &str| assert_eq!(shows(&s, of, point), (CellState::NotSaid, says.to_owned()), "{of} {point:?}");
    let has_none = |of: &str, point: CheckPoint| assert_eq!(shows(&s, of, point).0, CellState::None, "{of} {point:?}");
    for (point, camera, transmitter, key, rim) in [
        (CheckPoint::Channel, "", "4", "4", "4"),
        (CheckPoint::Group, "", "A C", "A", "C"),
        (CheckPoint::Mode, "M", "sends only", "M", "M"),
        (CheckPoint::Ready, "", "", "ready", "ready"),
        (CheckPoint::Supply, "fresh", "fresh", "circuit 1", "fresh"),
        (CheckPoint::Reach, "", "radio", "radio", "radio"),
        (CheckPoint::Range, "", "for this room", "", ""),
        (CheckPoint::Zoom, "", "", "", "24 mm"),
        (CheckPoint::HighSpeed, "off", "off", "", "off"),
        (CheckPoint::Charge, "", "", "at 1/8", ""),
    ] {
        for (of, says) in [("camera", camera), ("transmitter", transmitter), ("key", key), ("rim", rim)] {
            if says.is_empty() { has_none(of, point) } else { to_say(of, point, says) }
        }
    }
    to_say("key", CheckPoint::Lowest, "1/256");
    to_say("transmitter", CheckPoint::Lowest, "1/256");
    to_say("key", CheckPoint::Step, "tenths");
    // A bare head covers the lens; a bare rim is as tight as it goes.
    let bare = |id: &str| json!({"light": {"light": id, "role": id, "unit": wick(), "dial": "1/4"}});
    let bare = after(&s, [bare("key"), bare("rim")]);
    assert_eq!(
        (shows(&bare, "key", CheckPoint::Zoom).1, shows(&bare, "rim", CheckPoint::Zoom).1),
        ("85 mm".to_owned(), "200 mm".to_owned())
    );
    // By a cord nobody has a channel; by light it must be seen.
    let cord = then(&s, spill(&json!({"link": "cord"})));
    assert_eq!(shows(&cord, "transmitter", CheckPoint::Channel).0, CellState::None);
    assert_eq!(shows(&then(&s, spill(&json!({"link": "optical"}))), "rim", CheckPoint::Reach).1, "in sight");
    // Lights without a unit are no devices, and without any there is nothing to look at.
    assert_eq!(Check::of(&s).devices.len(), 4);
    assert!(Check::of(&Setup::default()).devices.is_empty());
}

#[test]
fn a_tick_holds_while_the_same_is_wanted_there() {
    let s = lit();
    let press = cell(&s, "rim", CheckPoint::Channel).press[0].clone();
    let ticked = s.apply(&press.entry).unwrap();
    assert_eq!(shows(&ticked, "rim", CheckPoint::Channel), (CellState::Right, "4".to_owned()));
    assert_eq!(Check::of(&ticked).say, Check::of(&s).say - 1);
    // All to another channel: it is to be looked at again.
    let both = [put("key", &tallow(), "1/8", &json!({"channel": 5})), put("rim", &wick(), "1/4", &json!({"channel": 5}))];
    assert_eq!(shows(&after(&ticked, both), "rim", CheckPoint::Channel), (CellState::NotSaid, "5".to_owned()));
    // Taken back, exchanged for another unit, or taken away, it is not said any more; another's stays.
    let back = cell(&ticked, "rim", CheckPoint::Channel).press[0].clone();
    assert_eq!(ticked.apply(&back.entry).unwrap(), s);
    let other = then(&ticked, put("rim", &unit("Wick 90", &json!({})), "1/4", &json!({"channel": 4})));
    assert_eq!(shows(&other, "rim", CheckPoint::Channel).0, CellState::NotSaid);
    assert!(then(&ticked, json!({"light_removed": {"light": "rim"}})).checks.is_empty());
    let turned = then(&ticked, json!({"dial": {"light": "rim", "dial": "1/8"}}));
    assert_eq!(shows(&turned, "rim", CheckPoint::Channel).0, CellState::Right);
    // Who looked is told, and kept.
    let by = then(&s, json!({"checked": {"device": {"unit": "rim"}, "point": "zoom", "saw": {"right": "24 mm"}, "by": "Assistant"}}));
    assert_eq!(cell(&by, "rim", CheckPoint::Zoom).by.as_deref(), Some("Assistant"));
    // Another look begins with nothing looked at.
    assert!(by.as_start().checks.is_empty());
}

#[test]
fn what_is_not_there_is_not_ticked() {
    let tick = |device: Value| json!({"checked": {"device": device, "point": "supply", "saw": {"right": "fresh"}}});
    assert_eq!(refused(&Setup::default(), tick(json!("transmitter"))).field, "device");
    assert_eq!(refused(&lit(), tick(json!({"unit": "hair"}))).field, "device.unit");
}

/// A channel nobody said is chosen by one press, and then looked at.
#[test]
fn a_channel_that_nobody_said_is_asked_for() {
    let s = after(&lit(), [put("key", &tallow(), "1/8", &json!({})), put("rim", &wick(), "1/4", &json!({}))]);
    let asked = cell(&s, "key", CheckPoint::Channel);
    assert_eq!((asked.says.as_str(), asked.press.len(), asked.press[3].label.as_str()), ("say it", 8, "4"));
    let said = s.apply(&asked.press[3].entry).unwrap();
    assert_eq!(shows(&said, "key", CheckPoint::Channel), (CellState::NotSaid, "4".to_owned()));
    // The others are then asked for the same.
    assert_eq!(shows(&said, "transmitter", CheckPoint::Channel).1, "4");
}

fn faults() -> Vec<(K, Vec<Value>, &'static str, &'static str)> {
    let rim = |rig: Value| put("rim", &wick(), "1/4", &rig);
    let paced = json!({"supplies": {"volts": 230, "breaker": 16, "pace": 1}});
    vec![
        (
            K::ChannelClash,
            vec![put("fill", &tallow(), "1/8", &json!({"channel": 4})), rim(json!({"channel": 3, "group": "C"}))],
            "channel 3",
            "To channel 4",
        ),
        (
            K::GroupMissing,
            vec![rim(json!({"channel": 4, "group": "C"})), spill(&json!({"lowest": 256, "groups": 2}))],
            "group C",
            "To group B",
        ),
        (K::GroupShared, vec![rim(json!({"channel": 4, "group": "A"}))], "share group A", "To group B"),
        (K::TransmitterLowest, vec![spill(&json!({"lowest": 128}))], "1.0 stop out of reach", "It sends 1/256"),
        (
            K::StepsDiffer,
            vec![put("rim", &with(wick(), &json!({"scale": fractions(256, "thirds")})), "1/4", &json!({"group": "C", "channel": 4}))],
            "in thirds",
            "Both step in thirds",
        ),
        (K::CommanderContributes, vec![spill(&json!({"lowest": 256, "contributes": true}))], "command only", "It only sends"),
        (K::SlaveCell, vec![spill(&json!({"lowest": 256, "pre_flashes": 1}))], "sends 1", "It lets 1 pass"),
        (K::RecycleSlow, vec![json!({"dial": {"light": "rim", "dial": "1/1"}}), paced], "ready in 2.5 s", "I wait for it"),
        (
            K::BatteryWeak,
            vec![put(
                "rim",
                &with(wick(), &json!({"supply": {"battery": {"watt_hours": 2}}})),
                "1/1",
                &json!({"group": "C", "channel": 4}),
            )],
            "pops",
            "There is a second one",
        ),
        (K::ChargeKept, vec![json!({"dial": {"light": "key", "dial": "1/16"}})], "still holds the charge of 1/8", "Fired once"),
        (
            K::HighSpeedPartly,
            vec![
                put("key", &unit("Taper 200", &json!({"high_speed": true})), "1/8", &json!({"group": "A", "channel": 4})),
                camera_with("8", "1/500", "100", &json!({"sync": "1/200"})),
                json!({"firing": {"high_speed": {"camera": true, "transmitter": true, "units": ["key"]}}}),
            ],
            "rim",
            "It is on everywhere",
        ),
    ]
}

#[test]
fn each_mistake_is_found_before_a_flash_and_gone_after_its_press() {
    for (kind, entries, words, label) in faults() {
        let s = after(&lit(), &entries);
        let found = |s: &Setup| Check::of(s).findings.into_iter().find(|f| f.kind == Some(kind));
        let finding = found(&s).unwrap_or_else(|| panic!("{kind:?} is not found"));
        assert!(plain(&finding.words).contains(words), "{kind:?}: {}", plain(&finding.words));
        let mends = finding.mends.unwrap_or_else(|| panic!("{kind:?} has no press"));
        assert!(mends.label.starts_with(label), "{kind:?}: {}", mends.label);
        // The cell says that it is wrong, and the device how many are.
        let check = Check::of(&s);
        let at = check.devices.iter().position(|d| d.device == finding.device).unwrap();
        assert!(check.devices[at].mend >= 1, "{kind:?}");
        let row = check.rows.iter().find(|r| r.point == finding.point).unwrap();
        assert_eq!(row.cells[at].state, CellState::Wrong, "{kind:?}");
        assert_eq!(row.cells[at].press[0], mends, "{kind:?}: the cell mends it too");
        let mended = s.apply(&mends.entry).unwrap();
        assert!(found(&mended).is_none(), "{kind:?} is still there");
        // Or it is put aside with a reason, and looked at again.
        let aside = json!({"checked": {"device": finding.device, "point": finding.point, "saw": {"aside": "by hand"}}});
        let aside = then(&s, aside);
        assert!(found(&aside).is_none(), "{kind:?} was put aside");
        assert!(plain(&Check::of(&aside).aside[0].words).contains("by hand"));
        let again = aside.apply(&Check::of(&aside).aside[0].mends.clone().unwrap().entry).unwrap();
        assert!(found(&again).is_some(), "{kind:?} is looked at again");
    }
}

/// Where all eleven are made, at five units, the list alone mends them: one press each, the most harmful first.
#[test]
fn eleven_faults_are_mended_by_the_list_alone() {
    let voltage = |more: Value| {
        unit("Tallow 500", &with(json!({"pulse": "voltage", "high_speed": true, "supply": {"mains": {"volts": 230}}}), &more))
    };
    let quick =
        |more: Value| unit("Wick 76", &with(json!({"high_speed": true, "recycle": 2.5, "supply": {"battery": {"watt_hours": 2}}}), &more));
    let mut s = after(
        &Setup::default(),
        [
            camera_with("8", "1/500", "100", &json!({"sync": "1/200"})),
            put("key", &voltage(json!({})), "1/4", &json!({"group": "A", "channel": 4})),
            put("fill", &voltage(json!({})), "1/8", &json!({"group": "A", "channel": 4})),
            put("rim", &quick(json!({"scale": fractions(256, "thirds")})), "1/1", &json!({"group": "C", "channel": 3})),
            put("hair", &quick(json!({"slave": {"pre_flashes": 0}})), "1/4", &json!({"group": "F", "channel": 4})),
            put("ground", &voltage(json!({})), "1/2", &json!({"group": "E", "channel": 4})),
            spill(&json!({"lowest": 128, "groups": 5, "pre_flashes": 1, "contributes": true})),
            json!({"supplies": {"volts": 230, "breaker": 16, "pace": 1}}),
            json!({"firing": {"high_speed": {"camera": true, "transmitter": true, "units": ["key"]}}}),
            json!({"dial": {"light": "ground", "dial": "1/4"}}),
        ],
    );
    let kinds = |s: &Setup| {
        Check::of(s).findings.iter().filter_map(|f| f.kind).map(|k| format!("{k:?}")).collect::<std::collections::BTreeSet<_>>()
    };
    assert_eq!(kinds(&s).len(), 11, "{:?}", kinds(&s));
    let count = Check::of(&s).findings.len();
    assert_eq!(Board::of(&s).check.unwrap().count, count);
    let mut presses = 0;
    while let Some(first) = Check::of(&s).findings.first() {
        s = s.apply(&first.mends.as_ref().unwrap().entry).unwrap();
        presses += 1;
        assert!(presses <= count, "{:?}", Check::of(&s).findings);
    }
    assert!(presses <= count && Board::of(&s).check.is_none());
    // Then each in turn: ticked once more where nobody looked.
    assert!(Check::of(&s).title.len() > 1 && Check::of(&s).turns.len() == 5);
}

#[test]
fn a_charge_that_is_stored_is_told_before_the_reading_and_recognised_after_it() {
    // Nobody read it yet: a dial that went down is enough.
    let lowered = then(&lit(), json!({"dial": {"light": "key", "dial": "1/32"}}));
    let kept = |s: &Setup| Check::of(s).findings.into_iter().find(|f| f.kind == Some(K::ChargeKept));
    let finding = kept(&lowered).unwrap();
    assert_eq!(
        plain(&finding.words),
        "Key still holds the charge of 1/8: fire Tallow 500 once to dump it, or the next flash is 2.0 stops too bright."
    );
    assert_eq!(finding.how.as_deref(), Some("Tallow 500: press Test once"));
    assert_eq!(shows(&lowered, "key", CheckPoint::Charge), (CellState::Wrong, "1/8 held".to_owned()));
    // Gone after a test flash, after a frame, and where the dial goes up again.
    let fired = lowered.apply(&finding.mends.unwrap().entry).unwrap();
    assert!(kept(&fired).is_none() && shows(&fired, "key", CheckPoint::Charge) == (CellState::Right, "at 1/32".to_owned()));
    assert!(kept(&then(&lowered, json!({"frame": {}}))).is_none());
    assert!(kept(&then(&lowered, json!({"dial": {"light": "key", "dial": "1/8"}}))).is_none());
    assert_eq!(kept(&then(&lowered, json!({"dial": {"light": "key", "dial": "1/16"}}))).map(|f| f.point), Some(CheckPoint::Charge));
    // A unit that cuts its pulse short holds nothing.
    let short = after(
        &lit(),
        [
            put("key", &unit("Taper 400", &json!({"pulse": "cut_short"})), "1/8", &json!({})),
            json!({"dial": {"light": "key", "dial": "1/32"}}),
        ],
    );
    assert!(kept(&short).is_none());

    // Read, turned down, read as before: it gave what it held, and is read once more; then it is believed.
    let ready = after(
        &lit(),
        [
            camera("8", "1/160", "100"),
            json!({"reading": {"of": "room", "shows": "1 0", "iso": "100", "shutter": "1/8"}}),
            json!({"target": {"light": "key", "level": -0.7}}),
            reads("key", "8 0"),
        ],
    );
    let down = then(&ready, json!({"dial": {"light": "key", "dial": "1/16 +0.3"}}));
    let unchanged = then(&down, reads("key", "8 0"));
    let next = Board::of(&unchanged).next;
    assert_eq!((next.kind, next.lane.as_str()), (MoveKind::MeterLight, "key"));
    assert!(plain(&next.why[0]).contains("Was its charge dumped"), "{}", plain(&next.why[0]));
    let told = then(&unchanged, reads("key", "5.6 3"));
    assert!(Board::of(&told).lane("key").unwrap().words.contains("on target"), "{}", Board::of(&told).lane("key").unwrap().words);
    // Dumped first, the same reading is nothing to doubt but a unit that did not follow: no charge explains it.
    let dumped = then(
        &then(&down, json!({"checked": {"device": {"unit": "key"}, "point": "charge", "saw": {"right": "at 1/16 +0.3"}}})),
        reads("key", "5.6 3"),
    );
    assert_ne!(Board::of(&dumped).next.lane, "key");
}

#[test]
fn each_has_its_turn_to_fire_and_one_that_did_not_is_to_be_mended() {
    let s = lit();
    let check = Check::of(&s);
    assert_eq!(check.turns[0].say, "Key: fire it by itself (Tallow 500: press Test once), or fire its group alone.");
    let not = s.apply(&check.turns[1].not.entry).unwrap();
    let told = Check::of(&not);
    assert_eq!((told.mend, told.turns[1].state), (1, CellState::Wrong));
    assert_eq!(plain(&told.findings[0].words), "Rim did not fire: look at its channel, its group, then whether it is in sight.");
    let mended = not.apply(&told.findings[0].mends.clone().unwrap().entry).unwrap();
    assert_eq!((Check::of(&mended).mend, Check::of(&mended).turns[1].state), (0, CellState::Right));
    // It flashed, so nothing is stored any more.
    let held = then(&s, json!({"dial": {"light": "key", "dial": "1/32"}}));
    assert_eq!(held.apply(&check.turns[0].fired.entry).unwrap().lights[0].charged, None);
}

#[test]
fn the_title_says_what_is_first() {
    let title = |s: &Setup| plain(&Check::of(s).title);
    assert_eq!(title(&Setup::default()), "Say which units there are, then their list stands here.");
    assert!(
        title(&then(&lit(), spill(&json!({"lowest": 256, "contributes": true}))))
            .starts_with("One to mend before the first flash: Spill, mode")
    );
    let mut s = after(&lit(), [put("rim", &unit("Taper 200", &json!({})), "1/4", &json!({"group": "C", "channel": 4}))]);
    assert!(title(&s).starts_with("Nothing to mend, "), "{}", title(&s));
    // Every cell ticked, one after the other.
    while let Some(press) =
        Check::of(&s).rows.iter().flat_map(|r| &r.cells).find(|c| c.state == CellState::NotSaid).map(|c| c.press[0].clone())
    {
        s = s.apply(&press.entry).unwrap();
    }
    let check = Check::of(&s);
    assert_eq!(title(&s), format!("All {} are right: fire each in turn", check.right));
    assert!(check.devices.iter().all(|d| d.stands == "right"));
}

fn caution(setup: &Setup, of: Caution) -> CautionTold {
    Check::of(setup).cautions.into_iter().find(|c| c.caution == of).unwrap()
}

#[test]
fn cautions_stand_at_the_device_that_they_are_about_and_all_on_one_list() {
    let check = Check::of(&lit());
    let of = |name: &str| check.devices.iter().find(|d| d.name == name).unwrap().cautions.clone();
    assert!(of("Key").iter().any(|c| c.starts_with("Never open it")) && of("Key").iter().any(|c| c.contains("lamp cool")));
    assert!(of("Rim").iter().any(|c| c.starts_with("Charge it attended")) && of("Camera").is_empty());
    let states: Vec<_> = check.cautions.iter().map(|c| c.state).collect();
    assert!(states.is_sorted() && states.len() == Caution::ALL.len());
    let decides = |c: &CautionTold| c.words.ends_with("decide.") || c.words.ends_with(" decides, not the studio.");
    assert!(check.cautions.iter().all(decides), "each defers");
}

#[test]
fn each_caution_is_told_where_its_kit_or_act_is_once_a_sitting_and_again_at_another_light() {
    let there = |risk: &str| then(&lit(), json!({"holds": {"risks": [risk]}}));
    let bulb = json!({"name": "Globe 25", "guide": {"number": 40, "length": "metres", "iso": "100"}, "scale": fractions(2, "full"), "bulb": {"sync": "x"}});
    let near = in_octa("key", &tallow(), "1/1", 0.8, &json!({}));
    let cases = [
        (Caution::Overhead, after(&lit(), [studio(&json!({})), at("key", 0.0, 2.6, 0.1)])),
        (Caution::Eyes, then(&lit(), near)),
        (Caution::Eyes, there("infant")),
        (Caution::Flashing, lit()),
        (Caution::Mains, lit()),
        (Caution::Capacitors, lit()),
        (Caution::Heat, lit()),
        (Caution::Stands, lit()),
        (Caution::Batteries, lit()),
        (Caution::Bulbs, then(&lit(), put("fill", &bulb, "1/1", &json!({})))),
        (Caution::Animals, there("animal")),
        (Caution::Jumps, there("jump")),
        (Caution::Jumps, then(&lit(), json!({"holds": {"movement": {"kind": "jump_top", "blur": 2}}}))),
        (Caution::Wet, there("wet")),
        (Caution::Haze, there("haze")),
    ];
    let told_on_board = |s: &Setup, of: Caution| {
        let heeds = |entry: &Entry| matches!(entry, Entry::Heeded(h) if h.caution == of);
        Board::of(s).findings.into_iter().any(|f| f.caution && f.remedy.is_some_and(|r| heeds(&r.entry)))
    };
    for (of, setup) in &cases {
        let told = caution(setup, *of);
        assert_eq!(told.state, CautionState::Open, "{of:?}");
        let acts = [Caution::Overhead, Caution::Eyes, Caution::Bulbs, Caution::Animals, Caution::Jumps, Caution::Wet, Caution::Haze];
        assert_eq!(told_on_board(setup, *of), acts.contains(of), "{of:?}: an act is told on the board too");
        let heeded = setup.apply(&told.press.unwrap().entry).unwrap();
        assert!(!told_on_board(&heeded, *of), "{of:?}");
        let read_again = caution(&heeded, *of);
        assert_eq!((read_again.state, &read_again.words), (CautionState::Heeded, &told.words));
        assert!(!Check::of(&heeded).devices.iter().any(|d| d.cautions.contains(&told.short)), "{of:?}");
        assert_eq!(caution(&heeded.apply(&read_again.press.unwrap().entry).unwrap(), *of).state, CautionState::Open);
        assert_eq!(caution(&heeded.as_start(), *of).state, CautionState::Open, "another sitting is told again");
    }
    assert!(Caution::ALL.iter().all(|of| cases.iter().any(|(case, _)| case == of)), "every one has its case");
    assert_eq!(caution(&lit(), Caution::Haze).state, CautionState::Elsewhere);
    // What hangs over somebody is another thing for every light.
    let kept = then(&lit(), json!({"heeded": {"caution": "mains", "lights": ["key"], "by": "Assistant"}}));
    assert_eq!(caution(&kept, Caution::Mains).by.as_deref(), Some("Assistant"));
    let another = then(&kept, put("hair", &tallow(), "1/8", &json!({})));
    assert_eq!(
        (caution(&another, Caution::Mains).state, caution(&another, Caution::Mains).here),
        (CautionState::Open, vec!["Key".to_owned(), "Hair".to_owned()])
    );
    // A light that is put in place of one that was taken away is another one too.
    let anew = after(&kept, [json!({"light_removed": {"light": "key"}}), put("key", &tallow(), "1/8", &json!({}))]);
    assert_eq!((caution(&kept, Caution::Mains).state, caution(&anew, Caution::Mains).state), (CautionState::Heeded, CautionState::Open));
    assert!(refused(&lit(), json!({"heeded": {"caution": "mains", "lights": ["background"]}})).field.starts_with("lights[0]"));
}

#[test]
fn begin_again_forgets_what_was_seen_and_nothing_else() {
    assert!(Check::of(&lit()).again.is_none());
    let seen = after(
        &lit(),
        [
            json!({"checked": {"device": "camera", "point": "supply", "saw": {"right": "fresh"}}}),
            json!({"checked": {"device": {"unit": "key"}, "point": "ready", "saw": {"aside": "it hums"}}}),
            json!({"heeded": {"caution": "flashing"}}),
        ],
    );
    let again = seen.apply(&Check::of(&seen).again.unwrap().entry).unwrap();
    assert_eq!((again.checks.len(), again.heeded.len(), &again.lights), (0, 1, &seen.lights));
    assert!(Check::of(&again).aside.is_empty());
}

#[test]
fn what_is_noted_of_a_piece_stands_at_its_column() {
    let noted = unit("Wick 76", &json!({"words": {"note": "Firmware 2.1; the second pack is weak"}}));
    let check = Check::of(&then(&lit(), put("rim", &noted, "1/4", &json!({}))));
    let note = |name: &str| check.devices.iter().find(|d| d.name == name).unwrap().note.clone();
    assert_eq!((note("Rim").as_deref(), note("Key")), (Some("Firmware 2.1; the second pack is weak"), None));
}

#[test]
fn a_modelling_lamp_is_said_as_it_will_be_and_the_room_is_read_with_it() {
    let asked = cell(&lit(), "key", CheckPoint::Lamp);
    assert_eq!((asked.says.as_str(), asked.press.len(), cell(&lit(), "rim", CheckPoint::Lamp).state), ("say it", 3, CellState::None));
    let read = then(&lit(), json!({"reading": {"of": "room", "shows": "1 0", "iso": "100", "shutter": "1/8"}}));
    let found = |s: &Setup| Board::of(s).findings.into_iter().find(|f| f.kind == K::ModellingLamps).map(|f| plain(&f.words));
    assert_eq!(found(&read), None);
    let on = read.apply(&asked.press[2].entry).unwrap();
    assert_eq!(shows(&on, "key", CheckPoint::Lamp), (CellState::Right, "full".to_owned()));
    assert!(found(&on).unwrap().starts_with("The modelling lamp of the key came on since the room was read"));
    // Read with it on, it is in the reading; off again, it is not.
    let again = then(&on, json!({"reading": {"of": "room", "shows": "1 4", "iso": "100", "shutter": "1/8"}}));
    assert_eq!(found(&again), None);
    let off = again.apply(&cell(&again, "key", CheckPoint::Lamp).press[0].entry).unwrap();
    assert!(found(&off).unwrap().contains("went off"));
    // Off, it heats nothing.
    let warm = |s: &Setup| Check::of(s).devices[2].cautions.iter().any(|c| c.contains("lamp cool"));
    assert!(warm(&again) && !warm(&off));
}

#[test]
fn what_was_put_aside_is_asked_again_once_the_device_is_set_otherwise() {
    let aside = |of: Value, point: &str| json!({"checked": {"device": of, "point": point, "saw": {"aside": "by hand"}}});
    let kept = |s: &Setup| s.checks.len();
    // A charge that was put aside is told again after the next turn down.
    let lowered = then(&lit(), json!({"dial": {"light": "key", "dial": "1/16"}}));
    let once = then(&lowered, aside(json!({"unit": "key"}), "charge"));
    assert_eq!((Check::of(&once).mend, kept(&once)), (0, 1));
    let again = then(&once, json!({"dial": {"light": "key", "dial": "1/32"}}));
    assert_eq!((Check::of(&again).findings[0].kind, kept(&again)), (Some(K::ChargeKept), 0));
    // Another light's dial, the camera and readings change nothing about it.
    let others = after(&once, [json!({"dial": {"light": "rim", "dial": "1/8"}}), camera("11", "1/160", "100"), reads("rim", "8 0")]);
    assert_eq!(kept(&others), 1);
    // High-speed sync switched otherwise is looked at again.
    let sync = then(&lit(), aside(json!("camera"), "high_speed"));
    assert_eq!(kept(&then(&sync, json!({"firing": {"high_speed": {"camera": true, "transmitter": true, "units": ["rim"]}}}))), 0);
    // Where it is off in several places each of these cells mends it.
    let quick = put("key", &unit("Taper 200", &json!({"high_speed": true})), "1/8", &json!({"group": "A", "channel": 4}));
    let partly = after(
        &lit(),
        [quick, camera_with("8", "1/500", "100", &json!({"sync": "1/200"})), json!({"firing": {"high_speed": {"camera": true}}})],
    );
    let press = |of: &str| cell(&partly, of, CheckPoint::HighSpeed).press;
    assert_eq!((cell(&partly, "transmitter", CheckPoint::HighSpeed).state, press("transmitter")), (CellState::Wrong, press("rim")));
    assert_eq!(press("rim").len(), 1);
}

#[test]
fn what_a_device_says_itself_is_right_where_it_is_wanted_and_else_to_be_mended_there() {
    let says = |device: Value, point: &str, says: &str| json!({"device": device, "point": point, "says": says});
    let rim = json!({"unit": "rim"});
    let heard = then(
        &lit(),
        json!({"said": {"said": [says(rim.clone(), "channel", "4"), says(rim.clone(), "supply", "30 % left"), says(json!("camera"), "mode", "M")]}}),
    );
    assert_eq!(shows(&heard, "rim", CheckPoint::Channel), (CellState::Right, "4".to_owned()));
    let channel = cell(&heard, "rim", CheckPoint::Channel);
    assert!(channel.device_says && channel.press.is_empty() && channel.by.is_none(), "{channel:?}");
    assert_eq!(shows(&heard, "rim", CheckPoint::Supply), (CellState::Wrong, "says 30 % left, wanted fresh".to_owned()));
    // It counts as one to mend, with no press: the device says it itself once it is mended.
    let check = Check::of(&heard);
    let battery = check.findings.iter().find(|f| f.point == CheckPoint::Supply).unwrap();
    assert!(battery.mends.is_none() && plain(&battery.words).contains("30 % left"), "{}", plain(&battery.words));
    assert_eq!(Board::of(&heard).check.unwrap().count, Check::of(&heard).mend);
    let fresh = then(&heard, json!({"said": {"said": [says(rim.clone(), "supply", "fresh")]}}));
    assert_eq!((shows(&fresh, "rim", CheckPoint::Supply).0, Check::of(&fresh).mend), (CellState::Right, check.mend - 1));
    // Its word takes a tick's place, and a channel that is then wanted is no longer what it says.
    let ticked = then(&lit(), json!({"checked": {"device": rim, "point": "channel", "saw": {"right": "4"}, "by": "Owner"}}));
    let other = then(&ticked, json!({"said": {"said": [says(json!({"unit": "rim"}), "channel", "3")]}}));
    assert_eq!(shows(&other, "rim", CheckPoint::Channel), (CellState::Wrong, "says 3, wanted 4".to_owned()));
    assert!(refused(&lit(), json!({"said": {"said": [says(json!({"unit": "hair"}), "channel", "3")]}})).field.starts_with("said[0]."));
}

#[test]
fn a_device_speaks_in_the_words_that_are_wanted_of_it() {
    let all = Told {
        channel: Some(4),
        group: None,
        manual: Some(true),
        zoom: Some(200),
        high_speed: Some(false),
        ready: Some(true),
        battery: Some(80),
    };
    let rim = told(&lit(), &device("rim"), &all);
    // Each point that it says stands on it, and is right as it is set.
    let heard = rim.iter().map(|(point, says)| json!({"device": {"unit": "rim"}, "point": point, "says": says}));
    let setup = then(&lit(), json!({"said": {"said": heard.collect::<Vec<_>>()}}));
    for (point, says) in &rim {
        let cell = cell(&setup, "rim", *point);
        assert!(cell.device_says && cell.says.contains(says.as_str()), "{point:?}: {cell:?}");
    }
    assert!(rim.len() >= 5, "{rim:?}");
    // What is not looked at on a device is not said of it; one that charges just now is not wrong.
    assert_eq!(told(&lit(), &device("camera"), &all).iter().filter(|(point, _)| *point == CheckPoint::Zoom).count(), 0);
    assert!(told(&lit(), &device("rim"), &Told { ready: Some(false), ..Told::default() }).is_empty());
}
