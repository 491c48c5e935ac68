//! Advice that is followed to the letter, by a photographer whose units, modifiers, dials and hands err: it always ends, reads no light twice as it
//! stands but after an alarm, and is never refused. `INK_LAMP_TAPES` says how many random sittings are played.
#![allow(clippy::unwrap_used, clippy::expect_used, clippy::panic, missing_docs)]

#[path = "followed/spilt.rs"]
mod spilt;
#[path = "followed/truth.rs"]
mod truth;

use std::collections::HashMap;

use ink_lamp_advice::{
    board::Board,
    next::MoveKind,
    words::span::{Span, plain},
};
use ink_lamp_light::scale::MeterDisplay;
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use ink_lamp_tapes::{
    entries::{camera, light, ratio_by, room},
    kit::{fractions, numbers},
    then,
};
use proptest::prelude::*;
use serde_json::{Value, json};
use truth::Truth;

/// `0.6`, `1`, `2/3`.
fn number(word: &str) -> Option<f64> {
    match word.split_once('/') {
        Some((of, per)) => Some(of.parse::<f64>().ok()? / per.parse::<f64>().ok()?),
        None => word.parse().ok(),
    }
}

fn sum(parts: impl IntoIterator<Item = f64>) -> f64 {
    parts.into_iter().map(f64::exp2).sum::<f64>().log2()
}

/// The setting that the advice begins with, where it names one.
fn begin(board: &Board) -> Option<String> {
    board.next.why.iter().find_map(|line| {
        let at = line.iter().position(|s| matches!(s, Span::Text(t) if t.contains("To begin with")))?;
        match line.get(at + 1)? {
            Span::Strong(dial) => Some(dial.clone()),
            _ => None,
        }
    })
}

/// How a sitting that was played ended.
#[derive(Debug)]
struct Ended {
    /// How everything stands then.
    setup: Setup,
    /// The last move was the frame, with everything as wished.
    shot: bool,
}

/// Plays a sitting to its end.
fn follow(mut setup: Setup, truth: &mut Truth) -> Result<Ended, String> {
    let (mut readings, mut lamps_off, mut alarms, mut decisions) = (0, 0, 0, 0);
    let mut been: HashMap<String, Vec<String>> = HashMap::new();
    let mut told = Vec::new();
    for step in 0..120 {
        let board = Board::of(&setup);
        let (kind, lane) = (board.next.kind, board.next.lane.clone());
        told.push(format!("{kind:?} {lane}: {}", plain(&board.next.say)));
        let as_it_stands = |setup: &Setup| {
            let light = setup.lights.iter().find(|l| l.id.as_str() == lane).unwrap();
            format!("{:?} {} {:?}", light.dial, light.placement, truth.by_hand.get(&lane))
        };
        match kind {
            MoveKind::Shoot => {
                // Another ratio is another wish, and worth a reading more.
                // A light that may well lie far off is read once more than the rest.
                let limit = 2 * setup.lights.len() + 1 + decisions + 3 * alarms + 2 * setup.lights.len() * lamps_off;
                return if readings <= limit {
                    Ok(Ended { setup, shot: true })
                } else {
                    Err(format!("{readings} readings, {limit} at most: {told:#?}"))
                };
            }
            MoveKind::MeterRoom => {
                // A room that is too dark for 1/60 is read over a longer time.
                let (tv, time) =
                    [(6.0, "1/60"), (2.0, "1/4"), (-2.0, "4"), (-5.0, "30")].into_iter().find(|(tv, _)| truth.room - tv > -0.5).unwrap();
                setup = then(&setup, room(&MeterDisplay::from_av(truth.room - tv).unwrap().to_string(), "100", time));
            }
            MoveKind::MeterLight => {
                if let Some(dial) = begin(&board) {
                    setup = then(&setup, json!({"dial": {"light": lane, "dial": dial}}));
                    continue;
                }
                let (stands, words) = (as_it_stands(&setup), &board.lane(&lane).unwrap().words);
                let is_alarm = words.contains("read again") || plain(&board.next.why[0]).contains("Did it fire");
                alarms += usize::from(is_alarm);
                let before = been.entry(lane.clone()).or_default();
                if before.contains(&stands) && !is_alarm {
                    return Err(format!("{lane} is read twice as it stands ({stands}): {told:#?}"));
                }
                before.push(stands);
                readings += 1;
                let light = setup.lights.iter().find(|l| l.id.as_str() == lane).unwrap();
                let fired = !(readings as u64 + truth.seed).is_multiple_of(truth.misfires);
                let flash = if fired { truth.flash(&setup, light) } else { -20.0 };
                setup = then(&setup, truth.reading(&setup, &lane, sum([flash, truth.room_at(&setup)]), readings));
            }
            MoveKind::MeterWhole | MoveKind::FindWhatMoved => {
                if kind == MoveKind::FindWhatMoved {
                    // All of them again, as it says; a whole that goes on differing is one light seen where it was not metered.
                    alarms += setup.lights.len();
                    if alarms > 40 {
                        return Ok(Ended { setup, shot: false });
                    }
                }
                let at_face = setup.lights.iter().filter(|l| l.is_at_face()).map(|l| truth.flash(&setup, l));
                let all = sum(at_face.chain([truth.room_at(&setup)]));
                readings += 1;
                setup = then(&setup, truth.reading(&setup, "whole", all, readings));
                if kind == MoveKind::FindWhatMoved {
                    return Ok(Ended { setup, shot: false });
                }
            }
            _ => match &board.next.action {
                Some(action) => {
                    decisions += usize::from(kind == MoveKind::ChooseRatio && setup.ratio.is_some());
                    if matches!(action.entry, Entry::Frame(_)) {
                        return Ok(Ended { setup, shot: false });
                    }
                    setup =
                        setup.apply(&action.entry).map_err(|r| format!("step {step}: refused at {}: {} {told:#?}", r.field, r.message))?;
                }
                // The camera is at its end: less light in the room.
                None if kind == MoveKind::MoveRoom => {
                    lamps_off += 1;
                    if lamps_off > 3 {
                        return Ok(Ended { setup, shot: false });
                    }
                    truth.room += if plain(&board.next.say).contains("under") { 1.5 } else { -1.5 };
                    let (tv, time) = [(6.0, "1/60"), (2.0, "1/4"), (-2.0, "4"), (-5.0, "30")]
                        .into_iter()
                        .find(|(tv, _)| truth.room - tv > -0.5)
                        .unwrap();
                    setup = then(&setup, room(&MeterDisplay::from_av(truth.room - tv).unwrap().to_string(), "100", time));
                }
                // A dial that nobody described: turned by hand, and read again.
                None if kind == MoveKind::Dial => {
                    let lane = lane.clone();
                    // `Key down 0.6 stop`, or in thirds: `2/3`, `1 1/3`.
                    let say = plain(&board.next.say);
                    let by: f64 = say.split_whitespace().filter_map(number).sum();
                    *truth.by_hand.entry(lane.clone()).or_default() += if say.contains(" down ") { -by } else { by };
                    readings += 1;
                    alarms += 1;
                    let light = setup.lights.iter().find(|l| l.id.as_str() == lane).unwrap();
                    setup = then(&setup, truth.reading(&setup, &lane, sum([truth.flash(&setup, light), truth.room_at(&setup)]), readings));
                }
                None => return Err(format!("{kind:?} has nothing to press: {told:#?}")),
            },
        }
    }
    Err(format!("it never ends: {told:#?}"))
}

fn shape() -> impl Strategy<Value = Value> {
    prop_oneof![
        Just(json!({"kind": "octa", "size": {"round": {"diameter": 0.9}}, "loss": 1.5})),
        Just(json!({"kind": "softbox", "size": {"rectangle": {"width": 0.6, "height": 0.9}}, "loss": 1})),
        Just(json!({"kind": "dish", "size": {"round": {"diameter": 0.42}}, "loss": 0.7})),
    ]
}

/// A light as it may be described: all of it, or with something left out.
fn described() -> impl Strategy<Value = Value> {
    let scale = prop_oneof![
        Just(fractions(256, "tenths")),
        Just(fractions(128, "thirds")),
        Just(fractions(32, "full")),
        Just(numbers(2.0)),
        Just(json!({"watt_seconds": {"full": 500.0, "lowest": 8.0, "step": 1.0}})),
        Just(json!("full_only")),
    ];
    let known = prop::collection::vec(prop::bool::weighted(0.9), 4);
    (scale, 60.0..1000.0f64, shape(), 0.8..3.5f64, known).prop_map(|(scale, rated, shape, distance, known)| {
        let mut unit = json!({"name": "Taper", "scale": scale});
        if known[0] {
            unit["rated"] = json!(rated);
        }
        let full = if scale.get("watt_seconds").is_some() {
            "500"
        } else if scale.get("numbers").is_some() {
            "10"
        } else {
            "1/1"
        };
        let mut all = json!({"rig": {}});
        if known[1] {
            all["unit"] = unit;
            all["dial"] = if scale == "full_only" { json!("full") } else { json!(full) };
        }
        if known[2] {
            all["distance"] = json!((distance * 100.0).round() / 100.0);
        }
        if known[3] {
            all["modifier"] = json!("Front");
            all["rig"] = json!({"shape": shape});
        }
        all
    })
}

prop_compose! {
    fn begun()(
        lights in prop::collection::vec((described(), -0.6..0.6f64, -1.0..1.0f64), 1..6),
        keep in prop::option::of(-2.5..-1.0f64),
        aperture in prop::sample::select(&["2.8", "4", "5.6", "8", "11"][..]),
        iso in prop::sample::select(&["100", "200", "400"][..]),
        wished in (1.5..8.0f64, prop::sample::select(&["lit_shadow", "readings"][..]), prop::sample::select(&["lit_side", "key_alone"][..])),
        trim in prop::sample::select(&["dial", "distance"][..]),
        step in prop::sample::select(&["tenths", "thirds"][..]),
        room in 0.0..9.0f64,
        seed in any::<u32>(),
        misfires in prop::sample::select(&[0u64, 0, 5, 9][..]),
    ) -> (Setup, Truth) {
        let ids = ["key", "fill", "rim", "hair", "ground"];
        let mut setup = Setup::default();
        for gone in ids.iter().skip(lights.len()).filter(|id| **id != "hair") {
            setup = then(&setup, json!({"light_removed": {"light": gone}}));
        }
        setup = then(&setup, json!({"schools": {"trim": trim, "step": step}}));
        setup = then(&setup, camera(aperture, "1/125", iso));
        let mut off = HashMap::new();
        for (id, (put, error, wish)) in ids.iter().zip(&lights) {
            setup = then(&setup, light(id, put));
            off.insert((*id).to_owned(), *error);
            if lights.len() < 2 || !["key", "fill"].contains(id) {
                setup = then(&setup, json!({"target": {"light": id, "level": (wish * 10.0).round() / 10.0}}));
            }
        }
        if lights.len() > 1 {
            setup = then(&setup, ratio_by((wished.0 * 2.0).round() / 2.0, wished.1, wished.2));
        }
        let wish = keep.map_or_else(|| json!({"remove": {"level": -5.0}}), |level| json!({"keep": {"level": level}}));
        setup = then(&setup, json!({"room_wish": wish}));
        (setup, Truth { off, seed: u64::from(seed), misfires, by_hand: HashMap::new(), room })
    }
}

fn cases() -> u32 {
    std::env::var("INK_LAMP_TAPES").ok().and_then(|n| n.parse().ok()).unwrap_or(300)
}

proptest! {
    #![proptest_config(ProptestConfig { cases: cases(), max_shrink_iters: 200, ..ProptestConfig::default() })]

    #[test]
    fn advice_followed_to_the_letter_ends_and_reads_nothing_twice_for_nothing((setup, truth) in begun()) {
        let ended = follow(setup, &mut truth.clone());
        prop_assert!(ended.is_ok(), "{}", ended.unwrap_err());
    }
}
