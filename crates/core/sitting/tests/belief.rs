//! What is known of a light from its readings, by hand from the closed forms: a normal prior and a normal reading; and against a general-purpose
//! solver.
#![allow(clippy::unwrap_used, missing_docs)]

use ink_lamp_sitting::{
    belief::{
        Belief,
        assumed::{DIAL, METER, MODIFIER, ROOM, UNIT},
        teach,
    },
    metered::RoomPlace,
    role::LightId,
    seen::Worth,
    setup::Setup,
};
use ink_lamp_tapes::{
    after,
    entries::{aperture, reads, room},
    kit::{octa_rig, rated},
    setup, then,
    whole::in_octa,
};
use proptest::prelude::*;
use serde_json::{Value, json};
use uuid::Uuid;

/// The hand's 2 % at 1.5 m before a disc of 0.45 m radius: 2·1.5²/(1.5² + 0.45²)/ln 2 · 0.0115.
const HAND: f64 = 0.0304;

fn key(more: &Value) -> Value {
    in_octa("key", &rated(200.0, &json!({})), "1/8", 1.5, &octa_rig(more))
}

/// By the sheets 25 Ws · 40 lm s, less 1.5 stops, over π(1.5² + 0.45²): N² = 18.36, `Av` 4.198.
fn stands() -> Setup {
    setup([room("1 0", "100", "1/8"), aperture("8"), key(&json!({}))])
}

fn index(setup: &Setup, id: &str) -> usize {
    setup.index_of(&LightId::new(id).unwrap()).unwrap()
}

/// Its `Av` at ISO 100 and one standard deviation.
fn known(setup: &Setup, id: &str) -> (f64, f64) {
    let (belief, index) = (Belief::of(setup), index(setup, id));
    let known = belief.light(index).unwrap();
    (known.av_100, belief.variance(&known, 1.0, RoomPlace::Sitter, 0.0).sqrt())
}

fn prior() -> f64 {
    UNIT.powi(2) + MODIFIER.powi(2) + DIAL.powi(2) + HAND.powi(2)
}

fn model(setup: &Setup) -> f64 {
    setup.model(&setup.lights[index(setup, "key")], &setup.studio()).av_100
}

fn close(a: f64, b: f64, within: f64) {
    assert!((a - b).abs() <= within, "{a} is not {b}");
}

#[test]
fn before_any_reading_the_sheets_are_known_as_surely_as_units_and_modifiers_vary() {
    let (av, sd) = known(&stands(), "key");
    close(av, 4.198, 0.002);
    close(sd, prior().sqrt(), 1e-3);
}

#[test]
fn one_reading_counts_as_its_noise_against_the_prior() {
    // f/4 and 6 tenths against 4.198: 0.402 off; the gain is prior/(prior + noise). The room's 2^(3 − 7) at the meter's 1/125 is taken out: its share of
    // the reading is 2^(−4 − 4.6), 0.26 %.
    let read = then(&stands(), reads("key", "4 6"));
    let own = (2f64.powf(4.6) - 2f64.powf(3.0 - 7.0)).log2();
    let (av, sd) = known(&read, "key");
    let gain = prior() / (prior() + METER.powi(2));
    close(av, model(&read) + gain * (own - model(&read)), 1e-3);
    close(sd, (prior() * (1.0 - gain)).sqrt(), 1e-3);
}

#[test]
fn a_turn_keeps_what_the_unit_taught_and_errs_by_its_new_setting() {
    let read = then(&stands(), reads("key", "4 6"));
    let turned = then(&read, json!({"dial": {"light": "key", "dial": "1/4"}}));
    let (unit, setting, place, noise) = (UNIT.powi(2) + MODIFIER.powi(2), DIAL.powi(2), HAND.powi(2), METER.powi(2));
    let off = known(&read, "key").0 - model(&read);
    let all = unit + setting + place;
    // Of what the reading was off the setting's own share is left behind.
    close(known(&turned, "key").0, model(&turned) + off * (unit + place) / all, 1e-3);
    // Unit and place as they are known now, and a fresh setting.
    let kept = (unit + place) - (unit + place).powi(2) / (all + noise);
    close(known(&turned, "key").1, (kept + setting).sqrt(), 1e-3);
    // Back where it was read it is known as before: no setting is forgotten.
    let back = then(&turned, json!({"dial": {"light": "key", "dial": "1/8"}}));
    close(known(&back, "key").0, known(&read, "key").0, 1e-9);
    close(known(&back, "key").1, known(&read, "key").1, 1e-9);
    assert!(Belief::of(&back).stands_as_read(index(&back, "key")) && !Belief::of(&turned).stands_as_read(index(&turned, "key")));
}

#[test]
fn a_move_errs_by_the_new_placement_alone() {
    let read = then(&stands(), reads("key", "4 6"));
    let moved = then(&read, in_octa("key", &rated(200.0, &json!({})), "1/8", 1.6, &octa_rig(&json!({}))));
    let turned = then(&read, json!({"dial": {"light": "key", "dial": "1/4"}}));
    let (at, turn) = (known(&moved, "key").1, known(&turned, "key").1);
    assert!(at < turn && at > known(&read, "key").1, "{at} {turn}");
    // Brought back to the centimetre it stands anew all the same.
    let back = then(&moved, key(&json!({})));
    assert!(!Belief::of(&back).stands_as_read(index(&back, "key")));
    close(known(&back, "key").0, known(&read, "key").0, 0.01);
}

#[test]
fn what_one_light_teaches_of_a_modifier_counts_for_the_other_that_wears_it() {
    let fill = |modifier: &str, id: &str| {
        json!({"light": {"light": "fill", "role": "fill", "unit": rated(200.0, &json!({})), "dial": "1/8", "modifier": modifier, "distance": 1.5,
            "rig": {"shape": octa_rig(&json!({}))["shape"], "kit": {"unit": Uuid::from_u128(7), "modifier": id}}}})
    };
    let same = ink_lamp_tapes::kit::OCTA;
    let other = Uuid::from_u128(8).to_string();
    let read = |id: &str| after(&stands(), [fill("Octa 90", id), reads("key", "4 6")]);
    let off = known(&read(same), "key").0 - model(&read(same));
    // Its share of what was learnt: modifier² / all.
    let (av, sd) = known(&read(same), "fill");
    close(av - model(&read(same)), off * MODIFIER.powi(2) / prior(), 2e-3);
    close(known(&read(&other), "fill").0, model(&read(&other)), 1e-6);
    assert!(sd < known(&read(&other), "fill").1);
}

#[test]
fn what_is_read_beside_a_bright_room_says_less_of_the_lamp() {
    let alone = known(&then(&stands(), reads("key", "4 6")), "key").1;
    // A room as bright as the flash: f/4 and 2 tenths at 1/125; both together are a stop more.
    let bright = setup([room("4 2", "100", "1/125"), aperture("8"), key(&json!({})), reads("key", "5.6 2")]);
    let (av, sd) = known(&bright, "key");
    close(av, 4.2, 0.02);
    // Twice the noise, since the flash is half of it; and the room's own error beside it.
    let noise = 4.0 * (METER.powi(2) + (0.5 * ROOM).powi(2));
    close(sd, (1.0 / (1.0 / prior() + 1.0 / noise)).sqrt(), 3e-3);
    assert!(sd > 1.8 * alone, "{sd} {alone}");
}

#[test]
fn a_reading_that_is_too_unlikely_teaches_nothing_before_it_is_said_twice() {
    let key = |s: &Setup| Belief::of(s).doubt(index(s, "key"));
    let read = then(&stands(), reads("key", "4 6"));
    let before = known(&read, "key");
    let wild = then(&read, reads("key", "5.6 6"));
    close(key(&wild).unwrap(), 1.0, 0.02);
    assert_eq!((known(&wild, "key"), wild.seen.last().unwrap().worth), (before, Worth::Doubted));
    // Something else then is the truth, and the wild one is forgotten.
    let calm = then(&wild, reads("key", "4 6"));
    assert!(key(&calm).is_none() && (known(&calm, "key").0 - before.0).abs() < 0.02);
    // The same again is believed: the unit is not what was thought.
    let twice = then(&wild, reads("key", "5.6 5"));
    assert!(key(&twice).is_none());
    close(known(&twice, "key").0, 5.5, 0.03);
    // And nobody is asked for ever, whatever the meter says.
    let third = after(&wild, [reads("key", "8 5"), reads("key", "11 9")]);
    assert!(key(&third).is_none() && matches!(third.seen.last().unwrap().worth, Worth::Believed(_)));
}

#[test]
fn another_unit_begins_anew_and_what_is_only_said_changes_nothing() {
    let read = then(&stands(), reads("key", "4 6"));
    let other = then(&read, in_octa("key", &rated(400.0, &json!({})), "1/8", 1.5, &octa_rig(&json!({}))));
    assert!(other.seen.is_empty());
    close(known(&other, "key").1, prior().sqrt(), 1e-3);
    // A light of which nothing was known, read, then described: its level is what was read.
    let bare = setup([room("1 0", "100", "1/8"), aperture("8"), reads("key", "4 6")]);
    let said = then(&bare, key(&json!({})));
    close(known(&said, "key").0, known(&bare, "key").0, 0.02);
    assert!(Belief::of(&said).stands_as_read(index(&said, "key")));
    let moved = then(&said, in_octa("key", &rated(200.0, &json!({})), "1/8", 3.0, &octa_rig(&json!({}))));
    close(known(&moved, "key").0 - known(&said, "key").0, ((1.5f64.powi(2) + 0.2025) / (3.0f64.powi(2) + 0.2025)).log2(), 0.02);
}

#[test]
fn what_a_sitting_taught_is_the_next_ones_prior() {
    let read = then(&stands(), reads("key", "4 6"));
    let sample = teach::sample(&read, &LightId::new("key").unwrap(), Uuid::nil(), Uuid::nil()).unwrap();
    // The reading's own say of unit and modifier together: off by what it was off, as sure as meter, setting and hand are together.
    close(sample.offset.get(), (2f64.powf(4.6) - 2f64.powf(-4.0)).log2() - model(&read), 2e-3);
    close(sample.sd.unwrap().get(), (METER.powi(2) + DIAL.powi(2) + HAND.powi(2)).sqrt(), 1e-3);
    let learnt = ink_lamp_sitting::kit::Calibration::of(&[sample]).unwrap();
    let next = setup([room("1 0", "100", "1/8"), aperture("8"), key(&json!({"calibration": learnt}))]);
    let (unit, said) = (UNIT.powi(2) + MODIFIER.powi(2), sample.sd.unwrap().get().powi(2) + 0.02f64.powi(2));
    close(known(&next, "key").1, (unit * said / (unit + said) + DIAL.powi(2) + HAND.powi(2)).sqrt(), 1e-3);
    close(known(&next, "key").0, model(&next) + sample.offset.get() * unit / (unit + said), 1e-3);
    // Nothing is learnt of a reading in doubt.
    let wild = then(&read, reads("key", "8 6"));
    assert!(teach::sample(&wild, &LightId::new("key").unwrap(), Uuid::nil(), Uuid::nil()).is_none());
}

/// A unit without a rating at 1/128, three metres away: its sheets know differences only, and count from 2^(−7 − 3.2), one part in 65,000 of the room
/// beside which it is read. The reading says what it gives all the same.
#[test]
fn a_light_of_which_nothing_is_known_is_what_it_reads_however_far_off_that_is() {
    let unit = json!({"name": "Taper 400", "scale": {"fractions": {"lowest": 128, "step": "tenths"}}});
    let put = json!({"light": {"light": "key", "role": "key", "unit": unit, "dial": "1/128", "distance": 3}});
    let read = setup([room("5.6 8", "100", "1/125"), aperture("8"), put, reads("key", "8 4")]);
    // f/8 and 4 tenths less the room's f/5.6 and 8 tenths: log2(2^6.4 − 2^5.8) = 4.84.
    close(known(&read, "key").0, (2f64.powf(6.4) - 2f64.powf(5.8)).log2(), 0.01);
    assert!(known(&read, "key").1 < 0.25);
}

/// What is learnt of a unit holds this look's own readings by the time its light is described anew: they count once.
#[test]
fn a_light_described_anew_does_not_learn_twice_from_its_own_readings() {
    let read = then(&stands(), reads("key", "4 6"));
    let sample = teach::sample(&read, &LightId::new("key").unwrap(), Uuid::nil(), Uuid::nil()).unwrap();
    let learnt = ink_lamp_sitting::kit::Calibration::of(&[sample]).unwrap();
    let anew = then(&read, key(&json!({"calibration": learnt, "group": "A"})));
    assert_eq!((known(&anew, "key"), anew.lights[index(&anew, "key")].rig.calibration), (known(&read, "key"), None));
    // Before any reading of it, it is what one begins with.
    assert!(then(&stands(), key(&json!({"calibration": learnt}))).lights[index(&read, "key")].rig.calibration.is_some());
}

#[test]
fn evidence_from_outside_is_bounded_and_odd_numbers_are_refused() {
    let part = |n: usize, dial: usize| json!({"light": "key", "dial": dial, "placement": n, "model": 4, "hand": 0.03});
    let with = |seen: Value| {
        let mut setup = serde_json::to_value(stands()).unwrap();
        setup["seen"] = seen;
        serde_json::from_value::<Setup>(setup).map_err(|e| e.to_string())
    };
    let rows = |rows: usize, parts: usize| -> Value {
        (0..rows).map(|n| json!({"shown": 4, "parts": (0..parts).map(|p| part(n * 8 + p, p)).collect::<Vec<_>>()})).collect()
    };
    assert!(with(rows(65, 1)).unwrap_err().contains("At most 64"));
    assert!(with(rows(64, 8)).unwrap_err().contains("512 lights in these readings together. At most 96 count."));
    assert!(with(json!([{"shown": 4, "parts": []}])).unwrap_err().contains("A reading is of a light"));
    assert!(with(json!([{"shown": 1e300, "parts": [part(0, 0)]}])).unwrap_err().contains("no number of stops"));
    // As much as there may be, as odd as it may be, comes to numbers.
    let full = with(rows(12, 8)).unwrap();
    let (av, sd) = known(&full, "key");
    assert!(av.is_finite() && sd.is_finite());
    let odd = json!([{"shown": -64, "room": {"place": "sitter", "ev": 64, "tv": -64}, "parts": [part(u32::MAX as usize, 0)]}]);
    assert!(known(&with(odd).unwrap(), "key").0.is_finite());
    let moved = then(&with(json!([])).unwrap(), in_octa("key", &rated(200.0, &json!({})), "1/8", 1.6, &octa_rig(&json!({}))));
    assert_eq!(moved.lights[index(&moved, "key")].placement, 1);
}

/// 201 invented sittings of one to five lights, three with the same lamps each, solved at once by a general-purpose library (`data/belief/solve.py`:
/// scipy 1.10.1, numpy 1.24.2): readings taken one by one come to the same.
#[test]
fn readings_one_by_one_come_to_what_a_solver_makes_of_all_at_once() {
    let sittings = include_str!("data/belief/sittings.jsonl").lines();
    let solved = include_str!("data/belief/solved.jsonl").lines();
    let (mut off, mut unsure) = (Vec::new(), Vec::new());
    for (sitting, solved) in sittings.zip(solved) {
        let setup: Setup = serde_json::from_value(with_defaults(serde_json::from_str(sitting).unwrap())).unwrap();
        let solved: Value = serde_json::from_str(solved).unwrap();
        let (belief, studio) = (Belief::of(&setup), setup.studio());
        for (id, told) in solved.as_object().unwrap() {
            let at = index(&setup, id);
            let known = belief.light(at).unwrap();
            let sd = (belief.variance(&known, 1.0, RoomPlace::Sitter, 0.0) - known.fresh).sqrt();
            off.push((known.av_100 - setup.model(&setup.lights[at], &studio).av_100 - told["off"].as_f64().unwrap()).abs());
            unsure.push((sd - told["sd"].as_f64().unwrap()).abs());
        }
    }
    for (what, mut differ) in [("mean", off), ("sd", unsure)] {
        differ.sort_by(f64::total_cmp);
        let (n, most) = (differ.len(), differ.last().copied().unwrap());
        assert!(n > 500 && differ[n * 99 / 100] <= 0.01 && most <= 0.02, "{what}: {n}, 99th {}, most {most}", differ[n * 99 / 100]);
    }
}

/// What every setup has and no belief asks for.
fn with_defaults(mut sitting: Value) -> Value {
    for light in sitting["lights"].as_array_mut().unwrap() {
        light["reading"] = Value::Null;
    }
    sitting
}

proptest! {
    /// More readings never make a light less sure, and what is known stays a number.
    #[test]
    fn a_plain_reading_never_makes_a_light_less_sure(tenths in prop::collection::vec(0..10u8, 1..20), dials in prop::collection::vec(0..70u32, 20)) {
        let mut setup = stands();
        let mut before = known(&setup, "key").1;
        for (tenth, dial) in tenths.iter().zip(dials) {
            let read = then(&setup, reads("key", &format!("4 {tenth}")));
            let (av, sd) = known(&read, "key");
            prop_assert!(av.is_finite() && sd.is_finite() && sd > 0.0);
            if read.seen.last().unwrap().worth == Worth::Plain {
                // One that takes the place of another in the same state is linearised elsewhere: a hair.
                prop_assert!(sd <= before + 1e-3, "{sd} {before}");
            }
            let scale = read.lights[index(&read, "key")].unit.as_ref().unwrap().scale;
            let written = scale.write(scale.nearest(ink_lamp_light::scale::Stops::of(-f64::from(dial) / 10.0)).dial);
            setup = then(&read, json!({"dial": {"light": "key", "dial": written}}));
            before = known(&setup, "key").1;
        }
        prop_assert!(setup.seen.len() <= 64);
    }
}
