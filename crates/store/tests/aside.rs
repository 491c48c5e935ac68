//! What can't be read is set aside row by row, told, and kept; everything else goes on.
#![allow(clippy::unwrap_used, missing_docs)]

use chrono::Utc;
use ink_lamp_sitting::kit::KitItem;
use ink_lamp_store::{
    NewEntry, NewLook, Source, Store, StoreError,
    testing::{begun, fresh_store},
};
use sea_orm::{ConnectionTrait, Database, DatabaseConnection};
use serde_json::{Value, json};
use uuid::Uuid;

async fn write(store: &Store, look: Uuid, entry: Value) -> Uuid {
    let entry = NewEntry { id: Uuid::now_v7(), base: None, at: Utc::now(), entry: serde_json::from_value(entry).unwrap(), by: None };
    store.append(look, &entry).await.unwrap();
    entry.id
}

fn note(text: &str) -> Value {
    json!({"note": {"text": text}})
}

fn reads(shows: &str) -> Value {
    json!({"reading": {"of": "fill", "shows": shows, "iso": "100", "shutter": "1/160"}})
}

/// A record, and a hand that damages it: what guards the tape is asleep.
async fn record() -> (Store, DatabaseConnection) {
    let (store, url) = fresh_store().await.unwrap();
    let db = Database::connect(url).await.unwrap();
    db.execute_unprepared("alter table tape_entry disable trigger user").await.unwrap();
    (store, db)
}

#[tokio::test]
async fn a_look_that_can_not_be_read_closes_neither_the_list_nor_other_looks() {
    let (store, db) = record().await;
    let (odd, fine) = (begun(&store, "Odd").await.unwrap(), begun(&store, "Fine").await.unwrap());
    write(&store, odd, note("in the future")).await;
    write(&store, fine, note("as ever")).await;
    db.execute_unprepared(&format!(
        "update setup set state = '{{\"lamps\": 9}}' where id = '{odd}';
         update tape_entry set payload = '{{\"hologram\": {{}}}}' where setup_id = '{odd}'"
    ))
    .await
    .unwrap();
    let list = store.sittings("", false).await.unwrap();
    let told: Vec<_> = list.iter().map(|row| (row.sitting.name.as_str(), row.setup.is_ok())).collect();
    assert_eq!(told, [("Fine", true), ("Odd", false)]);
    let why = list[1].setup.as_ref().unwrap_err().to_string();
    assert!(why.contains("unknown variant `hologram`"), "{why}");
    // Asked for by itself it says what is wrong; nobody took anything from it.
    assert!(matches!(store.setup(odd).await.unwrap_err(), StoreError::Damaged { .. }));
    write(&store, fine, note("goes on")).await;
}

#[tokio::test]
async fn a_tape_that_a_newer_rule_refuses_is_damage_and_no_fault_of_the_asker() {
    let (store, db) = record().await;
    let odd = begun(&store, "Odd").await.unwrap();
    write(&store, odd, reads("5.6 1")).await;
    // An entry that can be read and can't have happened: a light that nobody has.
    db.execute_unprepared(&format!(
        "update setup set state = '{{}}' where id = '{odd}';
         update tape_entry set payload = '{{\"light_removed\": {{\"light\": \"rim-9\"}}}}' where setup_id = '{odd}'"
    ))
    .await
    .unwrap();
    assert_eq!(store.sittings("", false).await.unwrap().len(), 1);
    assert!(matches!(store.setup(odd).await.unwrap_err(), StoreError::Damaged { .. }));
}

#[tokio::test]
async fn a_line_of_the_tape_that_can_not_be_read_stands_there_and_says_so() {
    let (store, db) = record().await;
    let look = begun(&store, "Clock mender").await.unwrap();
    let odd = write(&store, look, note("one")).await;
    write(&store, look, reads("5.6 1")).await;
    db.execute_unprepared(&format!("update tape_entry set payload = '[1]' where id = '{odd}'; delete from entry_effect")).await.unwrap();
    let items = store.tape(look, i64::MAX, 10).await.unwrap().items;
    assert_eq!(items.iter().map(|item| (item.id == odd, item.told.is_ok())).collect::<Vec<_>>(), [(true, false), (false, true)]);
    // The look stands as it did, and is written on to.
    assert!(store.setup(look).await.unwrap().setup.lights[1].reading.is_some());
    write(&store, look, note("three")).await;
    assert_eq!(store.tape(look, i64::MAX, 10).await.unwrap().items.len(), 3);
}

#[tokio::test]
async fn a_piece_that_can_not_be_read_is_kept_beside_the_kit_until_it_is_put_again() {
    let (store, db) = record().await;
    let item = |name: &str| -> KitItem {
        serde_json::from_value(json!({"id": Uuid::now_v7(), "is": {"filter": {"name": name, "loss": 3}}})).unwrap()
    };
    let (odd, fine) = (item("ND 0.9"), item("ND 0.6"));
    store.put_item(&odd).await.unwrap();
    store.put_item(&fine).await.unwrap();
    db.execute_unprepared(&format!("update kit_item set is_what = '{{\"prism\": 3}}' where id = '{}'", odd.id)).await.unwrap();
    let kit = store.kit().await.unwrap();
    assert_eq!((kit.items, kit.unreadable.len()), (vec![fine.clone()], 1));
    assert_eq!((kit.unreadable[0].id, kit.unreadable[0].name.as_str()), (odd.id, "ND 0.9"));
    assert_eq!(store.export_kit().await.unwrap().items, vec![fine]);
    store.put_item(&odd).await.unwrap();
    assert_eq!(store.kit().await.unwrap().items.len(), 2);
}

#[tokio::test]
async fn what_a_later_version_wrote_is_set_aside_and_what_an_earlier_one_wrote_is_brought_up() {
    let (store, db) = record().await;
    let (later, earlier) = (begun(&store, "Later").await.unwrap(), begun(&store, "Earlier").await.unwrap());
    write(&store, later, note("of tomorrow")).await;
    write(&store, earlier, note("of yesterday")).await;
    db.execute_unprepared(&format!(
        "update tape_entry set format = 99 where setup_id = '{later}';
         update setup set format = 99 where id = '{later}';
         update tape_entry set format = 1, payload = jsonb_set(payload, '{{note,text}}', to_jsonb(chr(8203))) where setup_id = '{earlier}'"
    ))
    .await
    .unwrap();
    let told = store.tape(later, i64::MAX, 9).await.unwrap().items.remove(0).told.unwrap_err();
    assert!(told.0.starts_with("a later version of Ink Lamp wrote it, in format 99"), "{told}");
    // It is not written on by a version that does not know what it means, and reads again where it is known.
    assert!(matches!(store.setup(later).await.unwrap_err(), StoreError::Damaged { .. }));
    let (entry, _) = store.tape(earlier, i64::MAX, 9).await.unwrap().items.remove(0).told.unwrap();
    assert_eq!(serde_json::to_value(entry).unwrap(), note("–"));
    let item: KitItem = serde_json::from_value(json!({"id": Uuid::now_v7(), "is": {"filter": {"name": "ND 0.9", "loss": 3}}})).unwrap();
    store.put_item(&item).await.unwrap();
    db.execute_unprepared("update kit_item set format = 1").await.unwrap();
    assert_eq!(store.kit().await.unwrap().items, [item]);
    db.execute_unprepared("update kit_item set format = 99").await.unwrap();
    assert_eq!(store.kit().await.unwrap().unreadable.len(), 1);
}

#[tokio::test]
async fn a_look_whose_tape_can_not_be_followed_is_shown_as_it_last_stood_and_not_written_on() {
    let (store, db) = record().await;
    let (odd, copy) = (begun(&store, "Odd").await.unwrap(), Uuid::now_v7());
    write(&store, odd, reads("5.6 1")).await;
    let last = write(&store, odd, note("two")).await;
    let stood = store.setup(odd).await.unwrap().setup;
    db.execute_unprepared("update setup set format = 1; update tape_entry set payload = '{\"hologram\": {}}' where seq = 1").await.unwrap();
    store.migrate().await.unwrap();
    let shown = store.setup(odd).await.unwrap();
    assert_eq!(shown.setup, stood);
    assert!(shown.closed.unwrap().contains("hologram"));
    let entry =
        NewEntry { id: Uuid::now_v7(), base: None, at: Utc::now(), entry: serde_json::from_value(note("three")).unwrap(), by: None };
    assert!(matches!(store.append(odd, &entry).await.unwrap_err(), StoreError::Closed { .. }));
    // What was taken before is known, though the look is closed now; and a look begins from it.
    let again = NewEntry { id: last, entry: serde_json::from_value(note("two")).unwrap(), ..entry.clone() };
    assert!(!store.append(odd, &again).await.unwrap().fresh);
    let sitting = shown.sitting.id;
    let begun = store
        .create_look(sitting, &NewLook { id: copy, name: "Look 2".to_owned() }, Some(Source { look: odd, at: None }), None)
        .await
        .unwrap();
    assert_eq!(begun.setup, stood.as_start());
    // Once it can be followed again, it is open again.
    db.execute_unprepared("update tape_entry set payload = '{\"note\": {\"text\": \"one\"}}' where seq = 1 and kind = 'reading'")
        .await
        .unwrap();
    store.migrate().await.unwrap();
    store.append(odd, &entry).await.unwrap();
}

#[tokio::test]
async fn damage_that_an_undo_meets_closes_the_look() {
    let (store, db) = record().await;
    let odd = begun(&store, "Odd").await.unwrap();
    write(&store, odd, note("one")).await;
    let last = write(&store, odd, note("two")).await;
    db.execute_unprepared("update tape_entry set payload = '[1]' where seq = 1").await.unwrap();
    let undo = serde_json::from_value(json!({"undo": {"of": last}})).unwrap();
    let undo = NewEntry { id: Uuid::now_v7(), base: Some(2), at: Utc::now(), entry: undo, by: None };
    assert!(matches!(store.append(odd, &undo).await.unwrap_err(), StoreError::Damaged { .. }));
    assert!(store.setup(odd).await.unwrap().closed.is_some());
    assert!(matches!(store.append(odd, &undo).await.unwrap_err(), StoreError::Closed { .. }));
}
