//! The record on a real PostgreSQL: nothing accepted is lost, nothing is written twice, nobody overwrites anybody silently.
#![allow(clippy::unwrap_used, clippy::panic, missing_docs)]

use std::time::Duration;

use chrono::{TimeDelta, Utc};
use futures_util::future::join_all;
use ink_lamp_sitting::{
    entry::{Back, Entry},
    kit::{KitDocument, KitItem},
    setup::Setup,
};
use ink_lamp_store::{Change, Changes, NewEntry, NewLook, NewSitting, Offer, Source, Store, StoreError, TapeItem, testing::fresh_store};
use sea_orm::{ConnectionTrait, Database};
use serde_json::{Value, json};
use uuid::Uuid;

fn new_sitting(name: &str) -> NewSitting {
    NewSitting {
        id: Uuid::now_v7(),
        name: name.to_owned(),
        look: NewLook { id: Uuid::now_v7(), name: "Look 1".to_owned() },
        from: None,
        entries: Vec::new(),
        at: Utc::now(),
        by: None,
    }
}

async fn begun() -> (Store, String, Uuid) {
    let (store, url) = fresh_store().await.unwrap();
    let sitting = store.create_sitting(new_sitting("Clock mender")).await.unwrap();
    (store, url, sitting.looks[0].id)
}

fn written(base: Option<i64>, entry: Value) -> NewEntry {
    NewEntry { id: Uuid::now_v7(), base, at: Utc::now(), entry: serde_json::from_value(entry).unwrap(), by: None }
}

fn camera(aperture: &str) -> Value {
    json!({"camera": {"aperture": aperture, "shutter": "1/160", "iso": "100"}})
}

fn reads(shows: &str) -> Value {
    json!({"reading": {"of": "fill", "shows": shows, "iso": "100", "shutter": "1/160"}})
}

#[tokio::test]
async fn an_entry_sent_twice_is_written_once() {
    let (store, _, look) = begun().await;
    let entry = written(Some(0), camera("8"));
    let first = store.append(look, &entry).await.unwrap();
    let second = store.append(look, &entry).await.unwrap();
    assert!(first.fresh && !second.fresh);
    assert_eq!((first.record.look.version, second.record.look.version), (1, 1));
    assert_eq!(store.tape(look, i64::MAX, 10).await.unwrap().items.len(), 1);
    // The same id for something else, or on another tape, is no repetition.
    let other = NewEntry { entry: serde_json::from_value(camera("11")).unwrap(), ..entry.clone() };
    assert!(matches!(store.append(look, &other).await, Err(StoreError::IdTaken(_))));
    let elsewhere = store.create_sitting(new_sitting("Sail maker")).await.unwrap().looks[0].id;
    assert!(matches!(store.append(elsewhere, &entry).await, Err(StoreError::IdTaken(_))));
}

#[tokio::test]
async fn a_decision_on_an_older_version_is_refused_and_what_was_seen_is_not() {
    let (store, _, look) = begun().await;
    store.append(look, &written(Some(0), camera("8"))).await.unwrap();
    match store.append(look, &written(Some(0), camera("11"))).await {
        Err(StoreError::Conflict { base: 0, now: 1 }) => {}
        other => panic!("{other:?}"),
    }
    assert!(matches!(store.append(look, &written(None, camera("11"))).await, Err(StoreError::Refused(r)) if r.field == "base"));
    let reading = store.append(look, &written(Some(0), reads("5.6 1"))).await.unwrap();
    assert_eq!(reading.record.look.version, 2);
}

#[tokio::test]
async fn many_writers_at_once_lose_nothing_and_take_turns() {
    let (store, _, look) = begun().await;
    let entries: Vec<NewEntry> = (0..40).map(|n| written(None, reads(&format!("5.6 {}", n % 10)))).collect();
    // Each entry is sent by two clients at the same moment.
    let sent = entries.iter().chain(&entries).map(|e| store.append(look, e));
    let fresh = join_all(sent).await.into_iter().map(|r| r.unwrap().fresh).filter(|f| *f).count();
    assert_eq!(fresh, 40);
    let tape = store.tape(look, i64::MAX, 100).await.unwrap();
    assert_eq!(tape.items.iter().map(|i| i.seq).collect::<Vec<_>>(), (1..=40).collect::<Vec<_>>());
    // Of forty decisions made on one version, one is taken.
    let decisions: Vec<NewEntry> = (0..40).map(|_| written(Some(40), camera("8"))).collect();
    let taken = join_all(decisions.iter().map(|d| store.append(look, d))).await.into_iter().filter(Result::is_ok).count();
    assert_eq!(taken, 1);
}

#[tokio::test]
async fn undo_goes_back_to_the_empty_setup_and_redo_comes_back() {
    let (store, _, look) = begun().await;
    let steps = [camera("8"), reads("5.6 1"), json!({"target": {"light": "rim", "level": 0.5}}), reads("4 4")];
    for (n, step) in (0..).zip(steps) {
        store.append(look, &written(Some(n), step)).await.unwrap();
    }
    let before = store.setup(look).await.unwrap();
    let mut record = before.clone();
    while let Some(of) = record.undo {
        let back =
            NewEntry { id: Uuid::now_v7(), base: Some(record.look.version), at: Utc::now(), entry: Entry::Undo(Back { of }), by: None };
        record = store.append(look, &back).await.unwrap().record;
    }
    assert_eq!(record.setup, Setup::default());
    assert!(store.tape(look, i64::MAX, 10).await.unwrap().items.iter().all(|i| i.undone));
    while let Some(of) = record.redo {
        let again =
            NewEntry { id: Uuid::now_v7(), base: Some(record.look.version), at: Utc::now(), entry: Entry::Redo(Back { of }), by: None };
        record = store.append(look, &again).await.unwrap().record;
    }
    assert_eq!((record.setup, record.undo), (before.setup, before.undo));
    assert_eq!(record.look.version, 12, "the tape only ever grew");
    // A new fact ends what could be brought back.
    let of = record.undo.unwrap();
    let back = NewEntry { id: Uuid::now_v7(), base: Some(12), at: Utc::now(), entry: Entry::Undo(Back { of }), by: None };
    assert_eq!(store.append(look, &back).await.unwrap().record.redo, Some(of));
    assert_eq!(store.append(look, &written(None, reads("8 0"))).await.unwrap().record.redo, None);
}

#[tokio::test]
async fn going_on_from_an_earlier_moment_is_one_step_that_can_be_taken_back() {
    let (store, _, look) = begun().await;
    let kit = json!({"unit": Uuid::from_u128(1), "modifier": Uuid::from_u128(2)});
    let light = json!({"light": {"light": "fill", "role": "fill", "unit": taper(), "dial": "1/8", "modifier": "Octa 90", "distance": 1.5,
        "rig": {"shape": octa()["shape"], "kit": kit}}});
    let (first, reading, second) = (written(Some(0), light), written(None, reads("5.6 8")), written(Some(2), camera("8")));
    for entry in [&first, &reading, &second] {
        store.append(look, entry).await.unwrap();
    }
    let (before, learnt) = (store.setup(look).await.unwrap(), store.learnt().await.unwrap());
    let go_on = written(Some(3), json!({"go_on": {"of": first.id}}));
    let record = store.append(look, &go_on).await.unwrap().record;
    assert_eq!(record.setup, store.setup_at(look, first.id).await.unwrap());
    assert_eq!((record.undo, record.redo), (Some(go_on.id), None));
    assert!(store.learnt().await.unwrap().is_empty(), "a reading that does not stand teaches nothing");
    let undone = |items: &[TapeItem]| items.iter().map(|i| i.undone).collect::<Vec<_>>();
    assert_eq!(undone(&store.tape(look, i64::MAX, 10).await.unwrap().items), [false, true, true, false]);
    // Taken back, all stands as it did, and was learnt; brought back, it does not.
    let back = store.append(look, &written(Some(4), json!({"undo": {"of": go_on.id}}))).await.unwrap().record;
    assert_eq!((&back.setup, back.undo, back.redo), (&before.setup, before.undo, Some(go_on.id)));
    assert_eq!(store.learnt().await.unwrap(), learnt);
    assert_eq!(undone(&store.tape(look, i64::MAX, 10).await.unwrap().items), [false, false, false, true]);
    let again = store.append(look, &written(Some(5), json!({"redo": {"of": go_on.id}}))).await.unwrap().record;
    assert_eq!(again.setup, record.setup);
    // On an older version it is not taken, nor from an entry that does not stand.
    let late = store.append(look, &written(Some(3), json!({"go_on": {"of": first.id}}))).await.unwrap_err();
    assert!(matches!(late, StoreError::Conflict { .. }));
    let gone = store.append(look, &written(Some(6), json!({"go_on": {"of": second.id}}))).await.unwrap_err();
    assert!(matches!(gone, StoreError::Refused(_)));
}

#[tokio::test]
async fn the_database_itself_refuses_to_lose_an_entry() {
    let (store, url, look) = begun().await;
    store.append(look, &written(Some(0), camera("8"))).await.unwrap();
    let db = Database::connect(&url).await.unwrap();
    for statement in ["delete from tape_entry", "update tape_entry set payload = '{}'", "update tape_entry set at = now()"] {
        let error = db.execute_unprepared(statement).await.unwrap_err().to_string();
        assert!(error.contains("never changed or removed"), "{statement}: {error}");
    }
    db.execute_unprepared("update tape_entry set undone = true").await.unwrap();
}

#[tokio::test]
async fn a_state_that_can_not_be_read_is_worked_out_from_the_tape() {
    let (store, url, look) = begun().await;
    let good = store.append(look, &written(Some(0), camera("8"))).await.unwrap().record.setup;
    let db = Database::connect(&url).await.unwrap();
    db.execute_unprepared("update setup set state = '{\"from\": \"another version\"}'").await.unwrap();
    assert_eq!(store.setup(look).await.unwrap().setup, good);
    assert_eq!(store.append(look, &written(Some(1), camera("8"))).await.unwrap().record.look.version, 2);
}

#[tokio::test]
async fn a_copy_starts_where_the_other_stands() {
    let (store, _, look) = begun().await;
    store.append(look, &written(Some(0), camera("8"))).await.unwrap();
    store.append(look, &written(None, reads("5.6 1"))).await.unwrap();
    let record = store.setup(look).await.unwrap();
    let new = NewSitting { from: Some(look), ..new_sitting("Sail maker") };
    let copy = store.create_sitting(new.clone()).await.unwrap();
    // Sent twice, it is made once.
    assert_eq!(store.create_sitting(new).await.unwrap().number, copy.number);
    let copied = store.setup(copy.looks[0].id).await.unwrap();
    assert_eq!(copied.setup.camera, record.setup.camera);
    assert_eq!(copied.setup, record.setup.as_start());
    // A second look of the same sitting, from the first.
    let second = NewLook { id: Uuid::now_v7(), name: "Black ground".to_owned() };
    let made = store.create_look(record.sitting.id, &second, Some(Source { look, at: None }), None).await.unwrap();
    assert_eq!(store.create_look(record.sitting.id, &second, Some(Source { look, at: None }), None).await.unwrap().look.id, made.look.id);
    assert_eq!(made.sitting.looks.iter().map(|l| l.name.as_str()).collect::<Vec<_>>(), ["Look 1", "Black ground"]);
    assert_eq!(made.setup.camera, record.setup.camera);
    // What was heeded was heeded for the sitting, and for no other.
    let heeded = json!({"heeded": {"caution": "flashing", "by": "Assistant"}});
    store.append(look, &written(None, heeded)).await.unwrap();
    let side = NewLook { id: Uuid::now_v7(), name: "From the side".to_owned() };
    let side = store.create_look(record.sitting.id, &side, Some(Source { look, at: None }), None).await.unwrap();
    assert_eq!(side.setup.heeded[0].by.as_deref(), Some("Assistant"));
    let again = store.create_sitting(NewSitting { from: Some(side.look.id), ..new_sitting("Bell founder") }).await.unwrap();
    assert_eq!(store.setup(again.looks[0].id).await.unwrap().setup.heeded, []);
    // And one from how the first stood before its reading.
    let then = store.tape(look, i64::MAX, 10).await.unwrap().items[0].id;
    let third = NewLook { id: Uuid::now_v7(), name: "Before it".to_owned() };
    let made = store.create_look(record.sitting.id, &third, Some(Source { look, at: Some(then) }), None).await.unwrap();
    assert_eq!(made.setup, store.setup_at(look, then).await.unwrap().as_start());
    let nowhere = NewLook { id: Uuid::now_v7(), name: "Nowhere".to_owned() };
    let none = store.create_look(record.sitting.id, &nowhere, Some(Source { look, at: Some(Uuid::nil()) }), None).await.unwrap_err();
    assert!(matches!(none, StoreError::NotFound { what: "entry", .. }));
}

#[tokio::test]
async fn a_sitting_begins_from_a_look_with_what_is_set_at_once_or_not_at_all() {
    let (store, _, look) = begun().await;
    store.append(look, &written(Some(0), camera("8"))).await.unwrap();
    let entries = |all: &[Value]| all.iter().map(|e| serde_json::from_value(e.clone()).unwrap()).collect::<Vec<Entry>>();
    let set = entries(&[json!({"light_removed": {"light": "rim"}}), camera("5.6")]);
    let new = NewSitting { from: Some(look), entries: set.clone(), ..new_sitting("Sail maker") };
    let made = store.create_sitting(new.clone()).await.unwrap();
    assert_eq!(store.create_sitting(new).await.unwrap().looks[0].id, made.looks[0].id, "sent twice, it is made once");
    let record = store.setup(made.looks[0].id).await.unwrap();
    assert_eq!(record.look.version, 1, "one entry, that can be taken back");
    assert_eq!(record.setup, store.begun_with(Some(Source { look, at: None }), &set).await.unwrap());
    assert_eq!(record.setup.lights.len(), 3);
    // From nothing too; and what can't be is told with its place, and makes nothing.
    let empty = NewSitting { entries: entries(&[camera("4")]), ..new_sitting("Cooper") };
    let cooper = store.create_sitting(empty).await.unwrap();
    assert!(store.setup(cooper.looks[0].id).await.unwrap().setup.camera.is_some());
    let wrong = NewSitting { entries: entries(&[camera("4"), json!({"light_removed": {"light": "hair"}})]), ..new_sitting("Nobody") };
    match store.create_sitting(wrong.clone()).await.unwrap_err() {
        StoreError::Refused(refusal) => assert_eq!(refusal.field, "entries[1].light"),
        other => panic!("{other}"),
    }
    assert!(matches!(store.sitting(wrong.id).await.unwrap_err(), StoreError::NotFound { .. }));
}

#[tokio::test]
async fn the_look_that_is_wanted_is_offered_first_then_the_last_then_what_was_begun_from_most() {
    let (store, _, often) = begun().await;
    for (n, from) in [(1, Some(often)), (2, Some(often)), (3, None), (4, None)] {
        store.create_sitting(NewSitting { from, ..new_sitting(&format!("Sitting {n}")) }).await.unwrap();
    }
    let names = |offers: Vec<Offer>| offers.into_iter().map(|o| (o.sitting, o.used)).collect::<Vec<_>>();
    let offers = store.offers(None).await.unwrap();
    assert_eq!(offers.len(), 3);
    assert_eq!(names(offers)[..2], [("Sitting 4".to_owned(), 0), ("Clock mender".to_owned(), 2)]);
    let third = store.sittings("Sitting 3", false).await.unwrap()[0].clone();
    assert_eq!(names(store.offers(Some(third.last)).await.unwrap())[0].0, "Sitting 3");
    // What was deleted is not offered.
    store.set_deleted(third.sitting.id, true).await.unwrap();
    assert!(names(store.offers(Some(third.last)).await.unwrap()).iter().all(|(name, _)| name != "Sitting 3"));
}

#[tokio::test]
async fn a_look_that_is_kept_by_a_name_is_offered_however_old_it_is() {
    let (store, _, look) = begun().await;
    for n in 0..5 {
        store.create_sitting(new_sitting(&format!("Sitting {n}"))).await.unwrap();
    }
    let kept = async || {
        let offers = store.offers(None).await.unwrap();
        offers.into_iter().map(|o| o.look.kept_as.unwrap_or_default()).collect::<Vec<_>>()
    };
    assert_eq!(kept().await, ["", "", ""]);
    assert_eq!(store.keep_look(look, Some(" Low profile ")).await.unwrap().look.kept_as.as_deref(), Some("Low profile"));
    assert_eq!(kept().await, ["", "Low profile", ""]);
    // Kept is no entry: its tape stays as it is.
    assert_eq!(store.setup(look).await.unwrap().look.version, 0);
    assert!(matches!(store.keep_look(look, Some(" ")).await, Err(StoreError::Refused(_))));
    assert!(matches!(store.keep_look(Uuid::now_v7(), None).await, Err(StoreError::NotFound { .. })));
    store.keep_look(look, None).await.unwrap();
    assert_eq!(kept().await, ["", "", ""]);
}

#[tokio::test]
async fn the_pace_is_the_median_between_readings_without_the_breaks() {
    let (store, _, look) = begun().await;
    let start = Utc::now() - TimeDelta::hours(2);
    // Nine gaps: eight of work, and a break of 20 minutes.
    for (n, after) in [0, 20, 50, 90, 140, 1340, 1390, 1440, 1490, 1600].into_iter().enumerate() {
        assert_eq!(store.pace().await.unwrap(), None, "{n} readings do not tell");
        let reading = NewEntry { at: start + TimeDelta::seconds(after), ..written(None, reads("8 0")) };
        store.append(look, &reading).await.unwrap();
    }
    // 20 30 40 50 50 50 50 110
    assert_eq!(store.pace().await.unwrap(), Some(Duration::from_secs(50)));
}

#[tokio::test]
async fn sittings_are_found_deleted_and_brought_back() {
    let (store, _, look) = begun().await;
    let other = store.create_sitting(new_sitting("Sail maker")).await.unwrap();
    store.append(look, &written(Some(0), camera("8"))).await.unwrap();
    let names = |rows: Vec<ink_lamp_store::SittingRow>| rows.into_iter().map(|r| r.sitting.name).collect::<Vec<_>>();
    assert_eq!(names(store.sittings("", false).await.unwrap()), ["Clock mender", "Sail maker"], "worked on last comes first");
    assert_eq!(names(store.sittings("sAIL", false).await.unwrap()), ["Sail maker"]);
    assert_eq!(names(store.sittings(&other.number.to_string(), false).await.unwrap()), ["Sail maker"]);
    let sitting = store.setup(look).await.unwrap().sitting.id;
    store.set_deleted(sitting, true).await.unwrap();
    assert_eq!(names(store.sittings("", true).await.unwrap()), ["Clock mender"]);
    assert!(matches!(store.append(look, &written(None, reads("8 0"))).await, Err(StoreError::Deleted { .. })));
    store.set_deleted(sitting, false).await.unwrap();
    assert_eq!(store.append(look, &written(None, reads("8 0"))).await.unwrap().record.look.version, 2);
    store.rename_sitting(sitting, " Luthier ").await.unwrap();
    assert_eq!(store.sitting(sitting).await.unwrap().name, "Luthier");
    assert!(matches!(store.rename_sitting(sitting, " \n").await, Err(StoreError::Refused(_))));
    assert!(matches!(store.rename_sitting(Uuid::now_v7(), "X").await, Err(StoreError::NotFound { .. })));
    assert!(matches!(store.setup(Uuid::now_v7()).await, Err(StoreError::NotFound { .. })));
}

#[tokio::test]
async fn a_long_tape_comes_in_parts_and_any_moment_can_be_seen() {
    let (store, _, look) = begun().await;
    store.append(look, &written(Some(0), camera("8"))).await.unwrap();
    for n in 0..9 {
        store.append(look, &written(None, reads(&format!("5.6 {n}")))).await.unwrap();
    }
    let last = store.tape(look, i64::MAX, 4).await.unwrap();
    assert_eq!((last.items.iter().map(|i| i.seq).collect::<Vec<_>>(), last.earlier), (vec![7, 8, 9, 10], true));
    let before = store.tape(look, 7, 4).await.unwrap();
    assert_eq!((before.items[0].seq, before.earlier), (3, true));
    assert!(!store.tape(look, 3, 4).await.unwrap().earlier);
    let then = store.setup_at(look, before.items[0].id).await.unwrap();
    assert_eq!(then.lights[1].reading.as_ref().unwrap().reading.shows.to_string(), "5.6 1");
    assert!(matches!(store.setup_at(look, Uuid::now_v7()).await, Err(StoreError::NotFound { .. })));
}

fn piece(id: u128, what: Value) -> KitItem {
    KitItem { id: Uuid::from_u128(id), retired: false, is: serde_json::from_value(what).unwrap() }
}

fn taper() -> Value {
    json!({"name": "Taper 400", "rated": 400, "scale": {"fractions": {"lowest": 256, "step": "tenths"}}})
}

fn octa() -> Value {
    json!({"name": "Octa 90", "shape": {"kind": "octa", "size": {"round": {"diameter": 0.9}}, "loss": 1.5}})
}

#[tokio::test]
async fn a_kit_comes_back_as_it_was() {
    let (store, _, look) = begun().await;
    let document = KitDocument {
        format: ink_lamp_sitting::kit::KitFormat::Kit1,
        items: vec![piece(2, json!({"modifier": octa()})), piece(1, json!({"strobe": taper()}))],
        samples: vec![ink_lamp_sitting::kit::Sample {
            entry: Uuid::from_u128(9),
            unit: Uuid::from_u128(1),
            modifier: Some(Uuid::from_u128(2)),
            offset: ink_lamp_light::scale::Stops::new(0.3).unwrap(),
            sd: Some(ink_lamp_light::scale::Stops::new(0.08).unwrap()),
            look: Some(look),
        }],
    };
    let done = store.import_kit(&document).await.unwrap();
    assert_eq!((done.added, done.changed, done.same, done.samples), (2, 0, 0, 1));
    let out = store.export_kit().await.unwrap();
    store.clear_kit().await.unwrap();
    assert!(store.kit().await.unwrap().items.is_empty() && store.learnt().await.unwrap().is_empty());
    // There is a way back from clearing, once; what was put there meanwhile stays.
    store.put_item(&piece(3, json!({"strobe": taper()}))).await.unwrap();
    assert_eq!((store.bring_kit_back().await.unwrap(), store.bring_kit_back().await.unwrap()), (2, 0));
    assert_eq!((store.kit().await.unwrap().items.len(), store.learnt().await.unwrap().len()), (3, 1));
    store.clear_kit().await.unwrap();
    store.import_kit(&out).await.unwrap();
    assert_eq!(store.export_kit().await.unwrap(), out);
    let again = store.import_kit(&document).await.unwrap();
    assert_eq!((again.same, again.samples), (2, 0));
    // All or nothing: the second piece's id stands twice.
    let twice = KitDocument { items: vec![piece(7, json!({"strobe": taper()})), piece(7, json!({"strobe": taper()}))], ..document };
    assert!(matches!(store.import_kit(&twice).await, Err(StoreError::Refused(_))));
    assert_eq!(store.kit().await.unwrap().items.len(), 2);
}

#[tokio::test]
async fn readings_teach_and_undo_takes_that_back() {
    let (store, _, look) = begun().await;
    let (unit, modifier) = (Uuid::from_u128(1), Uuid::from_u128(2));
    let rig = json!({"shape": octa()["shape"], "kit": {"unit": unit, "modifier": modifier}});
    let light = json!({"light": {"light": "fill", "role": "fill", "unit": taper(), "dial": "1/8", "modifier": "Octa 90", "distance": 1.5, "rig": rig}});
    store.append(look, &written(Some(0), light)).await.unwrap();
    let reading = written(None, reads("5.6 8"));
    store.append(look, &reading).await.unwrap();
    let learnt = store.learnt().await.unwrap();
    assert_eq!((learnt[0].unit, learnt[0].modifier, learnt[0].calibration.count), (unit, Some(modifier), 1));
    store.append(look, &written(Some(2), json!({"undo": {"of": reading.id}}))).await.unwrap();
    assert!(store.learnt().await.unwrap().is_empty());
    store.append(look, &written(Some(3), json!({"redo": {"of": reading.id}}))).await.unwrap();
    assert_eq!(store.learnt().await.unwrap(), learnt);
    store.forget(unit, Some(modifier)).await.unwrap();
    assert!(store.learnt().await.unwrap().is_empty());
}

#[tokio::test]
async fn what_a_sitting_used_does_not_change_with_the_kit() {
    let (store, _, look) = begun().await;
    let kit_piece = piece(1, json!({"strobe": taper()}));
    store.put_item(&kit_piece).await.unwrap();
    let light = json!({"light": {"light": "fill", "role": "fill", "unit": taper(), "dial": "1/8", "rig": {"kit": {"unit": kit_piece.id}}}});
    let before = store.append(look, &written(Some(0), light)).await.unwrap().record.setup;
    let mut changed = taper();
    changed["rated"] = json!(600);
    store.put_item(&KitItem { retired: true, is: serde_json::from_value(json!({"strobe": changed})).unwrap(), ..kit_piece }).await.unwrap();
    assert!(store.kit().await.unwrap().items[0].retired);
    assert_eq!(store.setup(look).await.unwrap().setup, before);
}

#[tokio::test]
async fn every_change_is_heard_on_another_connection() {
    let (store, url, look) = begun().await;
    let mut changes = Changes::listen(&url).await.unwrap();
    store.append(look, &written(Some(0), camera("8"))).await.unwrap();
    assert_eq!(changes.next().await.unwrap(), Change::Setup { setup: look, version: 1 });
}

#[tokio::test]
async fn an_entry_says_by_whom_and_nobody_changes_that() {
    let (store, url, look) = begun().await;
    let entry = NewEntry { by: Some("Phone beside the sitter".to_owned()), ..written(Some(0), camera("8")) };
    store.append(look, &entry).await.unwrap();
    store.append(look, &written(None, reads("5.6 1"))).await.unwrap();
    let by = async || store.tape(look, i64::MAX, 10).await.unwrap().items.into_iter().map(|item| item.by).collect::<Vec<_>>();
    assert_eq!(by().await, [Some("Phone beside the sitter".to_owned()), None]);
    // Sent again by somebody else, it was written by who sent it first.
    store.append(look, &NewEntry { by: Some("Another".to_owned()), ..entry }).await.unwrap();
    let db = Database::connect(&url).await.unwrap();
    let refused = db.execute_unprepared("update tape_entry set by_whom = 'nobody'").await.unwrap_err().to_string();
    assert!(refused.contains("never changed"), "{refused}");
    assert_eq!(by().await, [Some("Phone beside the sitter".to_owned()), None]);
    // A look that is begun from another one says by whom, too.
    let sitting = store.setup(look).await.unwrap().sitting.id;
    let second = NewLook { id: Uuid::now_v7(), name: "Look 2".to_owned() };
    store.create_look(sitting, &second, Some(Source { look, at: None }), Some("Laptop on the cart")).await.unwrap();
    let begun = store.tape(second.id, i64::MAX, 10).await.unwrap();
    assert_eq!(begun.items[0].by.as_deref(), Some("Laptop on the cart"));
}
