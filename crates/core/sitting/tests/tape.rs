//! The tape: what is refused, what is taken back, what a reading teaches.
#![allow(clippy::unwrap_used, missing_docs)]

use ink_lamp_sitting::{entry::Entry, history::History, setup::Setup};
use ink_lamp_tapes::{
    after,
    entries::{camera, light, reads},
    entry,
    kit::taper,
    refused, setup, whole,
};
use serde_json::{Value, json};
use uuid::Uuid;

#[test]
fn before_the_camera_is_set_a_reading_must_say_the_meters_settings() {
    let refusal = refused(&Setup::default(), reads("room", "1.4 3"));
    assert_eq!(
        (refusal.field.as_ref(), refusal.message.as_str()),
        ("iso", "The camera is not set yet, so say the ISO that the meter was set to.")
    );
}

#[test]
fn entries_that_can_not_be_true_are_refused_with_the_field() {
    let begun = whole::begun();
    let field = |value: Value| refused(&begun, value).field.into_owned();
    assert_eq!(field(reads("kicker", "8 0")), "of");
    assert_eq!(field(json!({"dial": {"light": "fill", "dial": "1/8"}})), "dial");
    assert_eq!(field(json!({"dial": {"light": "nobody", "dial": "1/8"}})), "light");
    assert_eq!(field(json!({"target": {"light": "rim", "level": 40.0}})), "level");
    assert_eq!(field(json!({"target": {"light": "fill", "level": 0.5}})), "level");
    assert_eq!(field(json!({"room_wish": {"remove": {"level": 2.0}}})), "level");
    assert_eq!(field(json!({"light": {"light": "x", "role": "room"}})), "role");
    assert_eq!(field(light("fill", &json!({"unit": taper(128, "tenths"), "dial": "1/256"}))), "dial");
    assert_eq!(field(json!({"light_removed": {"light": "hair"}})), "light");
    assert_eq!(field(json!({"start": {"from": "elsewhere", "setup": Setup::default()}})), "start");
    assert_eq!(field(json!({"undo": {"of": Uuid::nil()}})), "entry");
    let crowd = [2, 3, 4, 5].map(|n| light(&format!("rim-{n}"), &json!({})));
    let full = after(&begun, crowd);
    assert_eq!(refused(&full, json!({"light": {"light": "hair", "role": "hair"}})).message, "A setup holds 8 lights. Take one away first.");
    for bad in [
        json!({"camera": {"aperture": "0", "shutter": "1/160", "iso": "100"}}),
        json!({"reading": {"of": "Fill!", "shows": "8"}}),
        json!({"note": {"text": " "}}),
    ] {
        assert!(serde_json::from_value::<Entry>(bad).is_err());
    }
}

#[test]
fn undo_takes_back_the_last_and_redo_brings_it_back() {
    let ids: Vec<Uuid> = (1..=6).map(Uuid::from_u128).collect();
    let facts = [entry(camera("8", "1/160", "100")), entry(reads("key", "8 0"))];
    let back = |of: Uuid, redo: bool| entry(if redo { json!({"redo": {"of": of}}) } else { json!({"undo": {"of": of}}) });
    let (undo2, undo1, redo1) = (back(ids[1], false), back(ids[0], false), back(ids[0], true));
    let mut history = History::default();
    history.write(ids[0], &facts[0]).unwrap();
    history.write(ids[1], &facts[1]).unwrap();
    assert_eq!(history.write(ids[2], &undo1).unwrap_err().field, "of", "only the last one can be taken back");
    history.write(ids[2], &undo2).unwrap();
    history.write(ids[3], &undo1).unwrap();
    assert_eq!(history.setup().unwrap(), Setup::default());
    assert!(history.clone().write(ids[4], &undo1).unwrap_err().message.starts_with("There is nothing to take back."));
    history.write(ids[4], &redo1).unwrap();
    assert_eq!(history.setup().unwrap(), setup([camera("8", "1/160", "100")]));
    // A new fact ends what could be brought back.
    history.write(ids[5], &facts[1]).unwrap();
    assert_eq!(history.undone().count(), 0);
}

#[test]
fn going_on_from_an_earlier_moment_takes_back_what_came_after_it_as_one() {
    let ids: Vec<Uuid> = (1..=6).map(Uuid::from_u128).collect();
    let facts = [entry(camera("8", "1/160", "100")), entry(reads("key", "8 0")), entry(camera("4", "1/60", "100"))];
    let go_on = |of: Uuid| entry(json!({"go_on": {"of": of}}));
    let (from_first, from_last, from_none) = (go_on(ids[0]), go_on(ids[2]), go_on(ids[5]));
    let mut history = History::default();
    for (id, fact) in ids.iter().zip(&facts) {
        history.write(*id, fact).unwrap();
    }
    let all = history.setup().unwrap();
    assert_eq!(
        history.clone().write(ids[3], &from_last).unwrap_err().message,
        "That is the last entry that stands: nothing was written after it."
    );
    assert_eq!(history.clone().write(ids[3], &from_none).unwrap_err().field, "of");
    history.write(ids[3], &from_first).unwrap();
    assert_eq!(history.setup().unwrap(), setup([camera("8", "1/160", "100")]));
    assert_eq!(history.setups().last().unwrap().unwrap().2, history.setup().unwrap());
    let undo = entry(json!({"undo": {"of": ids[3]}}));
    history.write(ids[4], &undo).unwrap();
    assert_eq!(history.setup().unwrap(), all);
    // By itself, without its tape, it can't be applied.
    assert_eq!(all.apply(&from_first).unwrap_err().field, "entry");
}
