//! What must hold for every setup, found by random tapes.
#![allow(clippy::unwrap_used, clippy::expect_used, missing_docs)]

use ink_lamp_advice::{
    board::{Board, LaneState, Summary},
    plan::{Plan, PlanQuestion},
    ways::Ways,
    words::{span::plain, tape::TapeLine},
};
use ink_lamp_scene::{effect::Effect, scene::Scene};
use ink_lamp_sitting::{
    entry::{Back, Entry},
    history::History,
    setup::Setup,
};
use proptest::prelude::*;
use serde_json::{Value, json};
use uuid::Uuid;

const LIGHTS: [&str; 6] = ["key", "fill", "rim", "ground", "hair", "rim-2"];

fn scale() -> impl Strategy<Value = Value> {
    prop_oneof![
        Just(json!({"fractions": {"lowest": 256, "step": "tenths"}})),
        Just(json!({"fractions": {"lowest": 16, "step": "full"}})),
        Just(json!({"numbers": {"full": 10.0, "lowest": 2.0, "stops_per_unit": 1.0}})),
        Just(json!({"watt_seconds": {"full": 500.0, "lowest": 8.0, "step": 1.0}})),
        Just(json!({"stops_below": {"lowest": 7.0, "step": "thirds"}})),
    ]
}

fn reading() -> impl Strategy<Value = Value> {
    let of = prop_oneof![Just("room"), Just("whole"), prop::sample::select(&LIGHTS[..])];
    let number = prop::sample::select(&["0.7", "1", "1.4", "2", "2.8", "4", "5.6", "8", "11", "16", "22", "45"][..]);
    (of, number, 0..10u8, prop::option::of(prop::sample::select(&["50", "100", "400", "3200"][..])), prop::option::of(Just("1/60")), how())
        .prop_map(|(of, number, tenth, iso, shutter, how)| json!({"reading": {"of": of, "shows": format!("{number} {tenth}"), "iso": iso, "shutter": shutter, "how": how}}))
}

/// What belongs to a light beside unit and place.
fn rig() -> impl Strategy<Value = Value> {
    let size = prop_oneof![Just(json!({"round": {"diameter": 0.9}})), Just(json!({"rectangle": {"width": 0.3, "height": 0.9}}))];
    let shape = prop::option::of(
        (prop::option::of(size), 0.0..4.0f64).prop_map(|(size, loss)| json!({"kind": "octa", "size": size, "loss": loss})),
    );
    let grid = prop::option::of((0.0..3.0f64).prop_map(|loss| json!({"loss": loss})));
    (shape, grid, prop::option::of(0.0..=180.0f64), prop::option::of(prop::sample::select(&["A", "B", "Z"][..])), prop::option::of(1..4u8)).prop_map(
        |(shape, grid, angle, group, channel)| json!({"shape": shape, "grid": grid, "angle": angle, "group": group, "channel": channel, "circuit": channel}),
    )
}

/// How a reading may be taken.
fn how() -> impl Strategy<Value = Value> {
    let receptor = prop::option::of(prop::sample::select(&["dome_to_camera", "dome_to_light", "flat_to_light", "flat_to_camera"][..]));
    let place = prop::option::of(prop::sample::select(&["face", "shadow_side", "hair_or_shoulder", "ground"][..]));
    (prop::collection::vec(prop::sample::select(&["key", "fill", "rim"][..]), 0..3), receptor, place)
        .prop_map(|(on, receptor, place)| json!({"on": on, "receptor": receptor, "place": place}))
}

/// Where things stand, also where they hardly can.
fn places() -> impl Strategy<Value = Value> {
    let point = |low: f64| (-2.5..2.5f64, 0.0..3.0f64, low..3.5f64).prop_map(|(x, y, z)| json!({"x": x, "y": y, "z": z}));
    let placed = (prop::sample::select(&LIGHTS[..]), point(-2.5), prop::option::of(point(-1.0)), any::<bool>())
        .prop_map(|(light, at, aim, lying)| json!({"placed": {"light": light, "place": {"at": at, "aim": aim, "lying": lying}}}));
    let around = (prop::sample::select(&LIGHTS[..]), 0.3..5.0f64, -180.0..180.0f64, 0.1..3.0f64)
        .prop_map(|(light, distance, round, height)| json!({"placed": {"light": light, "around": {"distance": distance, "round": round, "height": height}}}));
    let ground = prop::option::of((any::<bool>(), 0.5..5.0f64, 1.0..5.0f64, 0.02..0.9f64).prop_map(|(paper, behind, width, reflectance)| {
        json!({"kind": if paper { "paper" } else { "wall" }, "behind": behind, "width": width, "reflectance": reflectance})
    }));
    let walls = prop::option::of((1.0..4.0f64, 1.0..4.0f64, 2.2..4.0f64, 0.02..0.9f64).prop_map(|(left, before, ceiling, reflectance)| {
        json!({"left": left, "right": 2.0, "behind": 5.0, "before": before, "ceiling": ceiling,
            "reflectance": reflectance, "ceiling_reflectance": 0.7, "floor_reflectance": 0.3})
    }));
    let panel = (prop::sample::select(&["white", "silver", "dark", "flag"][..]), point(-1.0), -180.0..180.0f64)
        .prop_map(|(kind, at, facing)| json!({"kind": kind, "at": at, "width": 1.0, "height": 1.8, "facing": facing}));
    let sitter = (0.6..1.9f64, -60.0..60.0f64, -30.0..30.0f64, prop::option::of(0.5..3.0f64));
    let studio = (sitter, point(0.3), ground, walls, prop::collection::vec(panel, 0..3)).prop_map(
        |((face, facing, chin, group), camera, ground, walls, panels)| {
            json!({"studio": {"sitter": {"face": face, "facing": facing, "chin": chin, "group": group},
                "camera": {"at": camera, "aim": face, "upright": true}, "ground": ground, "walls": walls, "panels": panels,
                "windows": [{"wall": "left", "along": 0.4, "width": 1.2}]}})
        },
    );
    let moved = (-0.5..0.5f64, -0.5..0.5f64).prop_map(|(x, z)| json!({"sitter_moved": {"x": x, "z": z}}));
    let tone = prop_oneof![
        Just(json!({"ground_tone": {"tone": "black"}})),
        Just(json!({"ground_tone": {"tone": "white"}})),
        Just(json!({"ground_tone": {}})),
        (-4.0..1.0f64).prop_map(|level| json!({"ground_tone": {"tone": {"grey": {"level": level}}}})),
    ];
    prop_oneof![4 => placed, 2 => around, 2 => studio, 1 => moved, 1 => tone]
}

fn any_entry() -> impl Strategy<Value = Entry> {
    let camera = (
        prop::sample::select(&["1.4", "2.8", "5.6", "8", "16"][..]),
        prop::sample::select(&["1/15", "1/125", "1/200", "1/8000"][..]),
        prop::sample::select(&["50", "100", "800"][..]),
        prop::option::of(Just("1/200")),
    )
        .prop_map(|(a, s, i, sync)| json!({"camera": {"aperture": a, "shutter": s, "iso": i, "sync": sync}}));
    let light = (
        prop::sample::select(&LIGHTS[..]),
        prop::option::of(scale()),
        prop::option::of(0.3..8.0f64),
        prop::option::of(Just("Octa 90")),
        rig(),
    )
        .prop_map(|(id, scale, distance, modifier, rig)| {
            let role = id.split('-').next();
            let unit = scale.map(
                |scale| json!({"name": "Taper 400", "rated": 400, "scale": scale, "recycle": 0.9, "supply": {"mains": {"volts": 230}}}),
            );
            json!({"light": {"light": id, "role": role, "unit": unit, "distance": distance, "modifier": modifier, "rig": rig}})
        });
    let dial = (prop::sample::select(&LIGHTS[..]), prop::sample::select(&["1/8", "1/16 +0.3", "6.3", "62", "-3"][..]))
        .prop_map(|(light, dial)| json!({"dial": {"light": light, "dial": dial}}));
    let ratio = (prop::option::of(1.1..20.0f64), any::<bool>(), any::<bool>()).prop_map(|(ratio, readings, key)| {
        let convention = if readings { "readings" } else { "lit_shadow" };
        let anchor = if key { "key_alone" } else { "lit_side" };
        json!({"ratio": {"target": ratio.map(|ratio| json!({"ratio": ratio, "convention": convention, "anchor": anchor}))}})
    });
    let target = (prop::sample::select(&LIGHTS[..]), prop::option::of(-9.0..4.0f64))
        .prop_map(|(light, level)| json!({"target": {"light": light, "level": level}}));
    let wish = (any::<bool>(), -9.0..0.0f64)
        .prop_map(|(keep, level)| json!({"room_wish": {if keep { "keep" } else { "remove" }: {"level": level}}}));
    let other = prop_oneof![
        Just(json!({"firing": {"high_speed": {"camera": true, "transmitter": true, "units": []}, "delay": 0.0004}})),
        Just(
            json!({"holds": {"filters": [{"name": "ND 0.9", "loss": 3}], "steadiness": "tripod", "movement": {"kind": "jump_top", "blur": 2}}})
        ),
        Just(json!({"holds": {"widest": "2.8", "smallest": "11", "high_speed": false, "depth": 0.1}})),
        Just(
            json!({"reading": {"of": "room", "shows": "2 4", "iso": "100", "shutter": "1/60", "how": {"place": "ground"}, "light": {"kelvin": 2900, "lamps": "on"}}})
        ),
        Just(json!({"frame": {"no_flash": {"sitter": 40, "ground": 12}}})),
        Just(
            json!({"camera": {"aperture": "2.8", "shutter": "1/1000", "iso": "100", "body": {"name": "Loft 35", "sensor": {"width": 36, "height": 24},
            "pixel_pitch": 4.9, "shutter": {"focal_plane": {"sync": "1/200"}}, "high_speed": true, "fastest": "1/8000", "slowest": "30",
            "base_iso": "100", "iso_cap": "800", "steps": "thirds"}, "focal": 85, "sitter": 2}})
        ),
        Just(json!({"length": {"unit": "feet"}})),
        Just(json!({"schools": {"follow": "camera_follows", "step": "thirds", "receptor": "dome_to_light"}})),
        Just(json!({"schools": {"receptor": "flat_to_camera"}})),
        Just(json!({"supplies": {"volts": 120, "breaker": 15, "pace": 0.5}})),
        Just(
            json!({"transmitter": {"transmitter": {"name": "Spill", "link": "optical", "groups": 2, "channels": 4, "control": "ratio", "lowest": 128, "step": "thirds"}}})
        ),
        Just(json!({"camera": {"aperture": "8", "shutter": "1/125", "iso": "100", "filters": [{"name": "ND 0.9", "loss": 3}]}})),
        Just(json!({"automatic": {"light": "key", "gave": "1/16", "tone": "dark"}})),
        Just(json!({"frame": {}})),
        Just(json!({"note": {"text": "Net over the chair"}})),
        prop::sample::select(&LIGHTS[..]).prop_map(|light| json!({"light_removed": {"light": light}})),
    ];
    prop_oneof![4 => reading(), 2 => camera, 3 => light, 2 => dial, 1 => ratio, 1 => target, 1 => wish, 1 => other, 4 => places()]
        .prop_map(|value| serde_json::from_value(value).expect("every generated entry can be read"))
}

/// The setup after those entries of a series that can apply, and those entries.
fn play(entries: &[Entry]) -> (Setup, Vec<&Entry>) {
    let mut setup = Setup::default();
    let mut taken = Vec::new();
    for entry in entries {
        if let Ok(next) = setup.apply(entry) {
            setup = next;
            taken.push(entry);
        }
    }
    (setup, taken)
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 400, ..ProptestConfig::default() })]

    #[test]
    fn a_board_has_no_number_that_is_none(entries in prop::collection::vec(any_entry(), 0..40)) {
        let (setup, _) = play(&entries);
        let board = Board::of(&setup);
        // JSON has no NaN and no infinity: they would come out as null in a place where a number must be.
        let text = serde_json::to_string(&board).unwrap();
        prop_assert!(!text.contains("\"stops\":null") && !text.contains("NaN") && !text.contains("inf "), "{text}");
        prop_assert!(!plain(&board.next.say).is_empty());
        prop_assert_eq!(board.lanes.len(), setup.lights.len() + 4);
        let _ = Summary::of(&board);
    }

    #[test]
    fn a_way_that_does_the_job_does_it_on_the_board(entries in prop::collection::vec(any_entry(), 0..40)) {
        let (setup, _) = play(&entries);
        let ways = Ways::of(&setup);
        let text = serde_json::to_string(&ways).unwrap();
        prop_assert!(!text.contains("\"stops\":null") && !text.contains("NaN") && !text.contains("inf "), "{text}");
        prop_assert_eq!(ways.missing.is_none(), setup.camera.is_some() && setup.room.reading.or(setup.room.ground).is_some());
        for way in &ways.ways {
            let after = way.entries.iter().try_fold(setup.clone(), |s, e| s.apply(e));
            prop_assert!(after.is_ok(), "{}: {:?}", way.id, after.err());
            let board = Board::of(&after.unwrap());
            let state = board.lane("room").unwrap().state;
            if way.does && way.possible && !way.entries.is_empty() {
                prop_assert!(matches!(state, LaneState::Removed | LaneState::Kept), "{}: {state:?}", way.id);
            }
        }
        // The search is the same however often it is asked.
        prop_assert_eq!(&Ways::of(&setup), &ways);
    }

    #[test]
    fn a_plan_has_no_number_that_is_none_and_what_it_offers_can_be_done(entries in prop::collection::vec(any_entry(), 0..40)) {
        let (setup, _) = play(&entries);
        let chosen = setup.lights.first().map(|l| l.id.to_string());
        let plan = Plan::of(&setup, &PlanQuestion { chosen, others: true, elevation: true, starts: true, ..PlanQuestion::default() });
        let text = serde_json::to_string(&plan).unwrap();
        prop_assert!(!text.contains("NaN") && !text.contains("inf ") && !["[null", ",null", "\"x\":null", "\"stops\":null"].iter().any(|n| text.contains(n)), "{text}");
        let put = plan.unplaced.iter().map(|u| std::slice::from_ref(&u.entry));
        let ways = plan.ground.iter().flat_map(|g| &g.ways).map(|w| w.entries.as_slice());
        for entries in put.chain(ways).chain(plan.starts.iter().map(|s| s.entries.as_slice())) {
            let after = entries.iter().try_fold(setup.clone(), |s, e| s.apply(e));
            prop_assert!(after.is_ok(), "{entries:?}: {:?}", after.err());
        }
        for remedy in Board::of(&setup).findings.into_iter().filter_map(|f| f.remedy) {
            prop_assert!(setup.apply(&remedy.entry).is_ok(), "{:?}", remedy.entry);
        }
    }

    #[test]
    fn a_setup_survives_being_stored(entries in prop::collection::vec(any_entry(), 0..40)) {
        let (setup, _) = play(&entries);
        let stored: Setup = serde_json::from_value(serde_json::to_value(&setup).unwrap()).unwrap();
        prop_assert_eq!(Board::of(&stored), Board::of(&setup));
    }

    #[test]
    fn every_next_move_can_be_done(entries in prop::collection::vec(any_entry(), 0..40)) {
        let (setup, _) = play(&entries);
        let board = Board::of(&setup);
        if let Some(action) = board.next.action {
            let after = setup.apply(&action.entry);
            prop_assert!(after.is_ok(), "{:?} is refused: {after:?}", action.entry);
            let after = after.unwrap();
            let _ = TapeLine::of(&action.entry, &Effect::of(&setup, &action.entry, &Scene::of(&after)));
        }
        for decision in [board.room.remove, board.room.keep] {
            prop_assert!(setup.apply(&decision).is_ok());
        }
    }

    #[test]
    fn following_the_advice_comes_to_an_end(entries in prop::collection::vec(any_entry(), 0..30)) {
        // Without a new reading, doing what is said must run out: no move is told twice for ever.
        let (mut setup, _) = play(&entries);
        for _ in 0..40 {
            let next = Board::of(&setup).next;
            match next.action {
                Some(action) if next.kind != ink_lamp_advice::next::MoveKind::Shoot => setup = setup.apply(&action.entry).unwrap(),
                _ => return Ok(()),
            }
        }
        prop_assert!(false, "still told what to do after 40 moves: {}", plain(&Board::of(&setup).next.say));
    }

    #[test]
    fn undoing_all_and_redoing_all_is_where_it_was(entries in prop::collection::vec(any_entry(), 0..25)) {
        let (setup, taken) = play(&entries);
        let ids: Vec<Uuid> = (1..).take(taken.len()).map(Uuid::from_u128).collect();
        let mut tape: Vec<(Uuid, Entry)> = ids.iter().copied().zip(taken.into_iter().cloned()).collect();
        let count = u128::try_from(tape.len()).unwrap();
        for (n, of) in (1..).zip(ids.iter().rev()) {
            tape.push((Uuid::from_u128(count + n), Entry::Undo(Back { of: *of })));
        }
        let empty = History::read(tape.iter().map(|(id, e)| (*id, e))).unwrap();
        prop_assert_eq!(empty.setup().unwrap(), Setup::default());
        for (n, of) in (1..).zip(ids.iter()) {
            tape.push((Uuid::from_u128(2 * count + n), Entry::Redo(Back { of: *of })));
        }
        let again = History::read(tape.iter().map(|(id, e)| (*id, e))).unwrap();
        prop_assert_eq!(again.setup().unwrap(), setup);
    }

    #[test]
    fn nothing_typed_makes_a_panic(text in "\\PC{0,40}") {
        let _ = serde_json::from_value::<Entry>(json!({"reading": {"of": text, "shows": text}}));
        let _ = serde_json::from_value::<Entry>(json!({"camera": {"aperture": text, "shutter": text, "iso": text}}));
        let _ = serde_json::from_str::<Entry>(&text);
    }
}
