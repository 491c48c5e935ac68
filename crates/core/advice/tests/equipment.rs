//! Real equipment and real ways of metering: dials of every kind, likely levels and what readings teach, grids and filters, lights read
//! together, schools, groups, findings. Figures by hand from the closed forms in the code's documentation, or from common practice.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic, missing_docs)]

use ink_lamp_advice::{
    board::{Board, Finding, echo},
    findings::FindingKind,
    next::MoveKind,
    words::{span::plain, tape::TapeLine},
};
use ink_lamp_light::meter::Receptor;
use ink_lamp_scene::{effect::Effect, scene::Scene};
use ink_lamp_sitting::{
    entry::{Entry, Subject},
    role::LightId,
    setup::Setup,
};
use ink_lamp_tapes::{
    after,
    entries::{aperture, read_how, reads, spill},
    entry,
    kit::{fractions, numbers, octa_rig, rated},
    refused, then,
    whole::{decided, in_octa},
};
use serde_json::{Value, json};

fn level(setup: &Setup, id: &str) -> f64 {
    Board::of(setup).lane(id).unwrap().reading.as_ref().unwrap().stops.get()
}

fn found(setup: &Setup, kind: FindingKind) -> Option<Finding> {
    Board::of(setup).findings.into_iter().find(|f| f.kind == kind)
}

fn say(setup: &Setup) -> String {
    plain(&Board::of(setup).next.say)
}

#[test]
fn the_same_way_down_reads_right_on_every_dial() {
    let scales = [
        (numbers(2.0), "7.0", "6.3"),
        (fractions(256, "tenths"), "1/8", "1/16 +0.3"),
        (fractions(128, "thirds"), "1/8", "1/16 +1/3"),
        (json!({"watt_seconds": {"full": 500.0, "lowest": 8.0, "step": 1.0}}), "62", "39 Ws"),
    ];
    for (scale, from, to) in scales {
        let unit = json!({"name": "Unit", "scale": scale});
        let setup = after(
            &decided(),
            &[
                json!({"light": {"light": "fill", "role": "fill", "unit": unit, "dial": from}}),
                reads("fill", "5.6 1"),
                reads("key", "5.6 4"),
            ],
        );
        assert_eq!(say(&setup), format!("Fill down 0.7 stop: set {to}"));
        let after_it = Board::of(&setup).lane("fill").unwrap().after.clone().unwrap();
        // A third-stop dial leaves 0.03, a watt-second dial what its step leaves.
        assert!((after_it.stops.get() + 1.585).abs() < 0.06, "{to}: {}", after_it.stops);
    }
}

#[test]
fn a_first_guess_is_told_with_how_far_off_it_may_be() {
    let stands = after(&decided(), [aperture("4"), in_octa("key", &rated(200.0, &json!({})), "1/8", 1.5, &octa_rig(&json!({})))]);
    assert!(plain(&Board::of(&stands).next.why[1]).starts_with("Likely 4 3 at 1/8, ±0.3."));
}

#[test]
fn what_can_be_worked_out_is_carried_and_the_rest_is_stale() {
    // 150 Ws · 40 lm s, less 1.5 and 1.3 stops, over π(1.5² + 0.45²): f/6.7 by the sheets, so that 5.6 4 is no wonder.
    let key = rated(1200.0, &json!({}));
    let gridded = octa_rig(&json!({"grid": {"angle": 40, "loss": 1.3}}));
    let on = after(&decided(), &[in_octa("key", &key, "1/8", 1.5, &gridded), reads("key", "5.6 4")]);
    let off = after(&on, &[in_octa("key", &key, "1/8", 1.5, &octa_rig(&json!({})))]);
    assert!((level(&off, "key") - level(&on, "key") - 1.3).abs() < 0.01);
    assert_eq!(say(&off), "Key down 1.3 stops: set 1/32 +0.7");
    let note = found(&off, FindingKind::Uncompensated).unwrap();
    assert_eq!(plain(&note.words), "Key: the grid was taken off, and it is 1.3 stops over its target: not compensated.");
    assert!(matches!(note.remedy.unwrap().entry, Entry::Dial(_)));
    // A gel, and a modifier that the model knows too.
    let gel = json!({"name": "Half orange", "mired": 109, "loss": 0.7});
    let gelled = after(&on, &[in_octa("key", &key, "1/8", 1.5, &octa_rig(&json!({"grid": {"angle": 40, "loss": 1.3}, "gels": [gel]})))]);
    assert!((level(&gelled, "key") - level(&on, "key") + 0.7).abs() < 0.01);
    let deep = after(&on, &[in_octa("key", &key, "1/8", 1.5, &json!({"shape": {"kind": "softbox", "loss": 2.5}}))]);
    assert!(Board::of(&deep).lane("key").unwrap().likely && level(&deep, "key").is_finite());
    // Another unit: read it again; until then a guess.
    let other = after(&on, &[in_octa("key", &rated(400.0, &json!({})), "1/8", 1.5, &octa_rig(&json!({})))]);
    let board = Board::of(&other);
    assert_eq!(board.lane("key").unwrap().words, "read again");
    assert!(board.lane("key").unwrap().guess.is_some());
}

#[test]
fn a_filter_darkens_all_lights_and_the_room() {
    let setup = after(
        &decided(),
        &[
            reads("key", "5.6 4"),
            reads("fill", "4 4"),
            json!({"light": {"light": "fill", "role": "fill", "unit": rated(400.0, &json!({})), "dial": "1/16"}}),
        ],
    );
    let filter = json!({"camera": {"aperture": "8", "shutter": "1/125", "iso": "100", "filters": [{"name": "ND 0.9", "loss": 3}]}});
    let dark = after(&setup, &[filter]);
    for lane in ["room", "key", "fill"] {
        assert!((level(&dark, lane) - level(&setup, lane) + 3.0).abs() < 1e-6, "{lane}");
    }
    let (before, now) = (Board::of(&setup), Board::of(&dark));
    assert_eq!(now.camera.unwrap().filter.unwrap(), "−3.0");
    assert_eq!((before.next.kind, plain(&now.next.say).as_str()), (MoveKind::MeterWhole, "Key up 3.0 stops"));
    // The meter does not see the filter: what it must read goes up by three stops.
    assert_eq!(now.lanes[2].target.as_ref().unwrap().aperture.number, "16");
    assert!(plain(&found(&dark, FindingKind::Uncompensated).unwrap().words).starts_with("The filter takes 3.0 stops"));
    // What is left out stays; an empty list takes them off.
    assert_eq!(Board::of(&after(&dark, &[aperture("8")])).camera.unwrap().filter.unwrap(), "−3.0");
    let off = json!({"camera": {"aperture": "8", "shutter": "1/125", "iso": "100", "filters": []}});
    assert!(Board::of(&after(&dark, &[off])).camera.unwrap().filter.is_none());
}

#[test]
fn the_light_that_did_not_fire_is_named() {
    // Key −0.6, fill −1.6, together 0.0; without the fill −0.6.
    let parts = after(&decided(), &[reads("key", "5.6 4"), reads("fill", "4 4"), reads("rim", "8 3"), reads("whole", "5.6 5")]);
    let note = found(&parts, FindingKind::WholeDiffers).unwrap();
    assert_eq!(
        plain(&note.words),
        "Parts say 0.0, meter says −0.5. Without the fill they would say −0.6: most likely the fill did not fire."
    );
    assert_eq!(say(&parts), "Whole is 0.5 under its parts: did the fill fire?");
    // Rim read at the face counts there: parts +1.3, without it 0.0.
    let rim = read_how("rim", "8 5", &json!({"place": "face"}));
    let with_rim = after(&parts, &[rim, reads("whole", "8 0")]);
    assert!(plain(&found(&with_rim, FindingKind::WholeDiffers).unwrap().words).ends_with("most likely the rim did not fire."));
    let over = after(&parts, &[reads("whole", "8 7")]);
    assert!(plain(&found(&over, FindingKind::WholeDiffers).unwrap().words).contains("moved nearer or turned up"));
    let unexplained = after(&parts, &[reads("whole", "2.8 0")]);
    assert!(plain(&found(&unexplained, FindingKind::WholeDiffers).unwrap().words).contains("No single light"));
    assert!(found(&after(&parts, &[reads("whole", "8 1")]), FindingKind::WholeDiffers).is_none());
}

#[test]
fn a_light_that_was_read_with_others_on_is_untangled() {
    // Fill alone 4 4 (−1.6); key with the fill on 8 0: the key's own part is log2(1 − 2^-1.6) = −0.58.
    let known = after(&decided(), &[reads("fill", "4 4"), read_how("key", "8 0", &json!({"on": ["fill"]}))]);
    assert!((level(&known, "key") + 0.575).abs() < 0.01, "{}", level(&known, "key"));
    // The other way round it waits until the fill is read.
    let waiting = after(&decided(), &[read_how("key", "8 0", &json!({"on": ["fill"]}))]);
    let board = Board::of(&waiting);
    assert_eq!(board.lane("key").unwrap().words, "read the others");
    let told = echo(&Scene::of(&waiting), &Subject::Light(LightId::new("key").unwrap())).unwrap();
    assert_eq!(plain(&told.lines[0]), "f/8, key with the fill on.");
    assert_eq!(plain(told.lines.last().unwrap()), "Read the fill alone too, and this one can be told.");
    let then = after(&waiting, &[reads("fill", "4 4")]);
    assert!((level(&then, "key") + 0.575).abs() < 0.01);
    let read = entry(read_how("key", "8 0", &json!({"on": ["fill"]})));
    let line = TapeLine::of(&read, &Effect::of(&waiting, &read, &Scene::of(&known)));
    assert_eq!(plain(&line.head), "Key + fill 8 0");
    // A later turn of the fill's dial does not change what the key gave.
    let fill = json!({"light": {"light": "fill", "role": "fill", "unit": rated(400.0, &json!({})), "dial": "1/8"}});
    let turned = after(&known, &[fill, json!({"dial": {"light": "fill", "dial": "1/2"}})]);
    assert!((level(&turned, "key") + 0.575).abs() < 0.01);
    assert_eq!(refused(&decided(), read_how("key", "8 0", &json!({"on": ["hair"]}))).field, "how.on");
}

#[test]
fn a_reading_toward_the_light_is_carried_over_to_the_school() {
    let key = in_octa("key", &rated(400.0, &json!({})), "1/8", 1.5, &json!({"angle": 45}));
    let to_light = after(&decided(), &[key.clone(), read_how("key", "8 0", &json!({"receptor": "dome_to_light"}))]);
    // (1 + cos 45°)/2 is −0.23 stop.
    assert!((level(&to_light, "key") + 0.228).abs() < 0.002);
    let told = echo(&Scene::of(&to_light), &Subject::Light(LightId::new("key").unwrap())).unwrap();
    assert_eq!(plain(told.lines.last().unwrap()), "Read dome to the light; dome to the camera shows 0.2 less from 45°.");
    let school = json!({"schools": {"receptor": "dome_to_light"}});
    let other = after(&decided(), &[key, school, read_how("key", "8 0", &json!({"receptor": "dome_to_light"}))]);
    assert!(level(&other, "key").abs() < 0.005);
    assert!(Board::of(&other).schools.receptor.starts_with("From 45°, dome to the light shows 0.2 stop more"));
}

#[test]
fn a_reading_means_what_it_meant_when_it_was_taken_whatever_school_comes_after() {
    let key = in_octa("key", &rated(400.0, &json!({})), "1/8", 1.5, &json!({"angle": 45}));
    let school = |receptor: &str| json!({"schools": {"receptor": receptor}});
    let taken = after(&decided(), &[key, reads("key", "8 0"), reads("whole", "8 2")]);
    // The same light as the other school's meter would show it: (1 + cos 45°)/2 is −0.23 stop.
    let other = then(&taken, school("dome_to_light"));
    assert!((level(&other, "key") - level(&taken, "key") - 0.228).abs() < 0.002);
    assert_eq!(other.whole.as_ref().unwrap().how.receptor, Some(Receptor::DomeToCamera));
    let back = then(&other, school("dome_to_camera"));
    assert!((level(&back, "key") - level(&taken, "key")).abs() < 1e-9);
    // What else changes with the ways of working leaves a reading as it is.
    assert_eq!(then(&taken, json!({"schools": {"step": "thirds"}})).lights, taken.lights);
}

#[test]
fn the_camera_follows_the_lights_where_that_is_the_school() {
    let follow = json!({"schools": {"follow": "camera_follows"}});
    let setup = after(&decided(), &[follow, reads("key", "8 4"), reads("fill", "5.6 4")]);
    let board = Board::of(&setup);
    // Key +0.4 and fill −0.6 stand 1.0 apart as 3 : 1 asks; together +1.0.
    assert_eq!((board.next.kind, plain(&board.next.say).as_str()), (MoveKind::MoveCamera, "Camera follows the lights: set ƒ11"));
    let set = setup.apply(&board.next.action.unwrap().entry).unwrap();
    assert_eq!(Board::of(&set).next.kind, MoveKind::MeterWhole);
    // A key without a fill is enough.
    let alone = after(
        &decided(),
        &[json!({"light_removed": {"light": "fill"}}), json!({"schools": {"follow": "camera_follows"}}), reads("key", "5.6 0")],
    );
    assert_eq!(say(&alone), "Camera follows the lights: set ƒ5.6");
    // No wider than what must hold: the ISO does the rest. −1.6 and −2.6 together are −1.0.
    let dim = after(&setup, &[reads("key", "4 4"), reads("fill", "2.8 4"), json!({"holds": {"widest": "7.1"}})]);
    assert_eq!(say(&dim), "Camera follows the lights: set ƒ7.1, ISO 160");
    let open = after(&dim, &[json!({"holds": {"widest": "5"}})]);
    assert_eq!(say(&open), "Camera follows the lights: set ƒ5.6");
    // A fill that is off is put right against the key first.
    let off = after(&setup, &[reads("fill", "8 4")]);
    assert_eq!(say(&off), "Fill down 1.0 stop");
}

#[test]
fn differences_are_told_in_the_chosen_steps() {
    let fill = json!({"light": {"light": "fill", "role": "fill", "unit": rated(400.0, &json!({})), "dial": "1/8"}});
    let setup = after(&decided(), &[json!({"schools": {"step": "thirds"}}), fill, reads("key", "5.6 4"), reads("fill", "5.6 1")]);
    assert_eq!(say(&setup), "Fill down 2/3 stop: set 1/16 +0.3");
    assert_eq!(Board::of(&setup).lane("fill").unwrap().words, "2/3 over");
}

#[test]
fn an_automatic_frame_is_locked_in_manual() {
    let key = in_octa("key", &rated(400.0, &json!({})), "1/8", 1.5, &json!({}));
    let setup = after(&decided(), &[key, json!({"automatic": {"light": "key", "gave": "1/16", "tone": "light"}})]);
    let board = Board::of(&setup);
    assert_eq!((board.next.kind, plain(&board.next.say).as_str()), (MoveKind::LockInManual, "Key in manual: set 1/8 +0.3"));
    let set = setup.apply(&board.next.action.unwrap().entry).unwrap();
    assert_ne!(Board::of(&set).next.kind, MoveKind::LockInManual);
    assert_eq!(refused(&set, json!({"automatic": {"light": "key", "gave": "much", "tone": "dark"}})).field, "gave");
}

#[test]
fn a_ratio_between_groups_is_told_in_stops() {
    let u = rated(400.0, &json!({}));
    let lights = [in_octa("key", &u, "1/8", 1.5, &json!({"group": "A"})), in_octa("fill", &u, "1/8", 1.5, &json!({"group": "B"}))];
    let ratio = |r: f64| json!({"ratio": {"target": {"ratio": r, "convention": "readings", "anchor": "lit_side"}}});
    let holds = after(&after(&decided(), &lights), &[spill(&json!({"control": "ratio"})), ratio(4.0)]);
    let groups = Board::of(&holds).groups.unwrap();
    assert_eq!(groups.words, "Set A : B to 4 : 1. That is 2.0 stops, by readings.");
    let told: Vec<(&str, &str, bool)> = groups.ratios.iter().map(|r| (r.shown.as_str(), r.stops.as_str(), r.wanted)).collect();
    assert_eq!(
        told,
        [("1 : 1", "0.0 stop", false), ("2 : 1", "1.0 stop", false), ("4 : 1", "2.0 stops", true), ("8 : 1", "3.0 stops", false)]
    );
    assert!(Board::of(&after(&holds, &[ratio(8.0)])).groups.unwrap().words.contains("8 : 1. That is 3.0 stops"));
    // One that sends powers gets the powers, and the lane's foot says group and channel.
    let powers = after(&holds, &[spill(&json!({})), in_octa("rim", &u, "1/32", 1.5, &json!({"group": "C", "channel": 4}))]);
    let board = Board::of(&powers);
    let sent: Vec<(String, Option<String>)> = board.groups.unwrap().rows.into_iter().map(|r| (r.group, r.set)).collect();
    assert_eq!(sent[2], ("C".to_owned(), Some("1/32".to_owned())));
    assert_eq!(board.lanes[4].foot.trigger.as_deref(), Some("C · ch 4"));
}

/// Each mistake with the least that makes it, and what of its words must stand.
#[test]
fn mistakes_are_found_by_name() {
    use FindingKind as K;
    let u = rated(400.0, &json!({}));
    let key = |rig: Value| in_octa("key", &u, "1/8", 1.5, &rig);
    let fill = |rig: Value| in_octa("fill", &u, "1/32", 1.5, &rig);
    let body = json!({"name": "Loft 35", "shutter": {"focal_plane": {"sync": "1/200", "travel": 0.004}}, "fastest": "1/8000", "slowest": "30",
        "base_iso": "100", "iso_cap": "800", "steps": "thirds", "high_speed": true});
    let cam = |a: &str, s: &str, i: &str| json!({"camera": {"aperture": a, "shutter": s, "iso": i, "body": body}});
    let tallow = |dial: &str, rig: Value| {
        let unit = json!({"name": "Tallow 500", "rated": 500, "scale": {"numbers": {"full": 10, "lowest": 2, "stops_per_unit": 1}},
            "pulse": "voltage", "recycle": 1.2, "supply": {"mains": {"volts": 230}}, "lamp": 250});
        in_octa("key", &unit, dial, 0.8, &rig)
    };
    let wick = json!({"name": "Wick 76", "rated": 76, "guide": {"number": 118, "length": "metres", "iso": "100"}, "scale": fractions(128, "thirds"),
        "slave": {"pre_flashes": 0}, "groups": 3, "recycle": 2.5, "supply": {"battery": {"watt_hours": 2}}});
    let small = |dial: &str, rig: Value| in_octa("rim", &wick, dial, 1.7, &rig);
    let cases: Vec<(K, Vec<Value>, &str)> = vec![
        (
            K::PastSync,
            vec![key(json!({})), cam("8", "1/400", "100")],
            "about 38 % of the frame goes black. High-speed sync is not for this kit: Taper 200 has none",
        ),
        (K::Diffraction, vec![aperture("22")], "1.0 stop past ƒ16"),
        (K::IsoPastCap, vec![cam("8", "1/125", "1600")], "past your own cap of 800, by 1.0 stop"),
        (K::SlowShutter, vec![json!({"camera": {"aperture": "2.8", "shutter": "1/15", "iso": "400"}})], "a sitter who moves draws a ghost"),
        (K::PowerEnds, vec![tallow("2.0", json!({})), reads("key", "11 0")], "Tallow 500 ends at 2.0, and key stays 1.6 stops over"),
        (
            K::ChannelClash,
            vec![key(json!({"channel": 1})), fill(json!({"channel": 1})), small("1/4", json!({"channel": 3}))],
            "Rim listens on channel 3, the others on 1",
        ),
        (K::GroupMissing, vec![key(json!({"group": "D"})), spill(&json!({"groups": 3}))], "group D, and Spill has 3"),
        (K::LineOfSight, vec![spill(&json!({"link": "optical"}))], "sunlight"),
        (K::SlaveCell, vec![small("1/4", json!({})), spill(&json!({"pre_flashes": 1}))], "lets 0 pre-flashes pass, Spill sends 1"),
        (K::GuideUnits, vec![small("1/4", json!({}))], "Feet and metres"),
        (K::CircuitLoad, vec![tallow("7.0", json!({})), json!({"supplies": {"volts": 230, "breaker": 3}})], "licensed electrician decide"),
        (K::Eyes, vec![tallow("10.0", json!({}))], "open eyes"),
        (K::HotLamp, vec![tallow("7.0", json!({"gels": [{"name": "Quarter orange", "mired": 42, "loss": 0.3}]}))], "250 W"),
        (K::MeterSettings, vec![json!({"reading": {"of": "key", "shows": "8 1", "iso": "200"}})], "carried over to ISO 100"),
    ];
    for (kind, entries, words) in cases {
        assert!(found(&decided(), kind).is_none(), "{kind:?} without its cause");
        let note = found(&after(&decided(), &entries), kind).unwrap_or_else(|| panic!("{kind:?} not found"));
        let told = plain(&note.words);
        assert!(told.contains(words), "{kind:?}: {told}");
        assert!(json!(note)["fact"].is_object(), "{kind:?}: {}", json!(note));
        assert_eq!(note.caution, matches!(kind, K::CircuitLoad | K::Eyes | K::HotLamp));
    }
}

#[test]
fn a_remedy_mends_what_it_stands_at() {
    let u = rated(400.0, &json!({}));
    let setup = after(
        &decided(),
        &[in_octa("key", &u, "1/8", 1.5, &json!({"channel": 1})), in_octa("rim", &u, "1/8", 1.5, &json!({"channel": 2})), aperture("22")],
    );
    for kind in [FindingKind::ChannelClash, FindingKind::Diffraction] {
        let mended = setup.apply(&found(&setup, kind).unwrap().remedy.unwrap().entry).unwrap();
        assert!(found(&mended, kind).is_none(), "{kind:?}");
    }
    // A light at its lowest goes back by its front's own law.
    let unrated = json!({"name": "Taper 200", "scale": fractions(256, "tenths")});
    let at_end =
        after(&decided(), &[in_octa("fill", &unrated, "1/256", 1.5, &octa_rig(&json!({}))), reads("key", "5.6 4"), reads("fill", "8 0")]);
    let moved = at_end.apply(&found(&at_end, FindingKind::PowerEnds).unwrap().remedy.unwrap().entry).unwrap();
    let lane = Board::of(&moved).lane("fill").unwrap().clone();
    assert!((lane.reading.unwrap().stops.get() - lane.target.unwrap().stops.get()).abs() < 0.01);
}

#[test]
fn energy_is_told_at_the_dial() {
    let taper = rated(400.0, &json!({"recycle": 0.9, "supply": {"battery": {"volts": 14.4, "watt_hours": 80}}}));
    let setup = after(&decided(), &[in_octa("key", &taper, "1/8", 1.5, &json!({}))]);
    let energy = Board::of(&setup).lane("key").unwrap().energy.clone().unwrap();
    // 50 Ws; 0.9/8 s; 80 Wh · 3600 · 0.8 / 50.
    assert_eq!((energy.left.as_str(), energy.words.as_str()), ("3.0 up, 5.0 down", "50 Ws · ready in 0.1 s · 4608 pops"));
    let tallow = json!({"name": "Tallow 500", "rated": 500, "scale": {"numbers": {"full": 10, "lowest": 2, "stops_per_unit": 1}}, "recycle": 1.0, "supply": {"mains": {"volts": 230}}});
    let mains = after(
        &setup,
        &[
            in_octa("fill", &tallow, "6.0", 1.5, &json!({})),
            in_octa("rim", &tallow, "6.0", 1.5, &json!({})),
            in_octa("ground", &tallow, "6.0", 1.5, &json!({"circuit": 2})),
        ],
    );
    let circuits = Board::of(&mains).circuits;
    // 500/(1.0 · 0.8 · 0.6 · 230) = 4.53 A each.
    assert_eq!(circuits[0].words, "2 units recycling together: 9.1 A of 16 A, 57 %");
    assert_eq!((circuits[1].number, circuits[1].units.len()), (2, 1));
    // On 115 V they draw twice as much.
    let elsewhere = after(&mains, &[json!({"supplies": {"volts": 115, "breaker": 16}})]);
    assert!((Board::of(&elsewhere).circuits[0].load - 2.0 * circuits[0].load).abs() < 1e-9);
}

#[test]
fn lights_have_their_names_and_all_keys_count() {
    let put = |id: &str, role: &str| json!({"light": {"light": id, "role": role}});
    let setup = after(
        &decided(),
        &[
            put("key-2", "key"),
            put("accent", "rim"),
            put("rim-2", "rim"),
            reads("key", "5.6 4"),
            reads("fill", "4 4"),
            reads("key-2", "5.6 4"),
        ],
    );
    let names: Vec<String> = Board::of(&setup).lanes.into_iter().map(|l| l.name).collect();
    assert_eq!(names, ["Room", "Camera", "Key", "Key 2", "Fill", "Rim", "Accent", "Rim 2", "Ground", "Whole", "Frame"]);
    // A second key's wish is its own: the ratio is between the first two.
    let wished = after(&setup, &[json!({"target": {"light": "key-2", "level": -2.5}})]);
    assert_eq!((wished.ratio, Board::of(&wished).lane("key-2").unwrap().target.as_ref().unwrap().stops.get()), (setup.ratio, -2.5));
    // Two keys at −0.6 and a fill at −1.6.
    let lit = Board::of(&setup).face.unwrap().lit.now.stops.get();
    assert!((lit - (2.0 * 2f64.powf(-0.6) + 2f64.powf(-1.6)).log2()).abs() < 0.02, "{lit}");
}

/// A state as the first version stored it: what came since is as if it was not said.
#[test]
fn a_setup_of_the_first_version_still_loads() {
    let old = json!({
        "room": {"wish": {"remove": {"level": -5.0}}, "said": true, "reading": {"shows": "1.4 3", "iso": "200", "shutter": "1/125"}},
        "camera": {"exposure": {"aperture": "8", "shutter": "1/160", "iso": "100"}, "sync": "1/200"},
        "lights": [{"id": "key", "role": "key", "unit": {"name": "Taper 400", "rated": 400.0, "scale": fractions(256, "tenths")}, "dial": 30,
            "modifier": "Octa 90", "distance": 1.2, "reading": {"reading": {"shows": "5.6 4", "iso": "100", "shutter": "1/160"}, "standing": "measured"}}],
        "whole": {"reading": {"shows": "8 0", "iso": "100", "shutter": "1/160"}, "standing": {"stale": {"because": "lights"}}},
        "frames": 1,
        "length": "metres"
    });
    let setup: Setup = serde_json::from_value(old).unwrap();
    assert!((level(&setup, "key") + 0.6).abs() < 0.03);
    assert_eq!(Board::of(&setup).lane("key").unwrap().foot.strong, "1/8");
}
