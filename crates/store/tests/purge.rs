//! A deleted sitting is forgotten for good: nothing of it is left but what it taught, and nothing else is touched.
#![allow(clippy::unwrap_used, missing_docs)]

use std::process::Command;

use chrono::{TimeDelta, Utc};
use ink_lamp_store::{
    Forgotten, NewEntry, NewLook, NewSitting, Source, Store, StoreError,
    testing::{begun, fresh_store},
};
use sea_orm::{ConnectionTrait, Database};
use serde_json::{Value, json};
use uuid::Uuid;

const NAME: &str = "Quillfeather";

async fn write(store: &Store, look: Uuid, base: i64, entry: Value) {
    let entry = NewEntry { id: Uuid::now_v7(), base: Some(base), at: Utc::now(), entry: serde_json::from_value(entry).unwrap(), by: None };
    store.append(look, &entry).await.unwrap();
}

/// A sitting of the name with two looks, and a copy of it under another name; gives sitting, look and copy.
async fn with_copy(store: &Store) -> (Uuid, Uuid, Uuid) {
    let look = begun(store, NAME).await.unwrap();
    write(store, look, 0, json!({"camera": {"aperture": "8", "shutter": "1/160", "iso": "100"}})).await;
    write(store, look, 1, json!({"note": {"text": format!("{NAME} is early")}})).await;
    let sitting = store.setup(look).await.unwrap().sitting.id;
    store
        .create_look(sitting, &NewLook { id: Uuid::now_v7(), name: "Look 2".to_owned() }, Some(Source { look, at: None }), None)
        .await
        .unwrap();
    let copy = NewLook { id: Uuid::now_v7(), name: "Look 1".to_owned() };
    let sail = NewSitting {
        id: Uuid::now_v7(),
        name: "Sail maker".to_owned(),
        look: copy.clone(),
        from: Some(look),
        entries: Vec::new(),
        at: Utc::now(),
        by: None,
    };
    store.create_sitting(sail).await.unwrap();
    (sitting, look, copy.id)
}

/// Everything that a backup would hold, as text.
fn dump(url: &str) -> String {
    let find = "ls -d /usr/lib/postgresql/*/bin | sort -V | tail -1";
    let out = Command::new("sh").args(["-c", &format!("$({find})/pg_dump --inserts -d '{url}'")]).output().unwrap();
    assert!(out.status.success(), "{}", String::from_utf8_lossy(&out.stderr));
    String::from_utf8(out.stdout).unwrap()
}

#[tokio::test]
async fn what_is_forgotten_is_in_no_dump_and_what_began_from_it_stands() {
    let (store, url) = fresh_store().await.unwrap();
    let (sitting, look, copy) = with_copy(&store).await;
    let stands = store.setup(copy).await.unwrap().setup;
    assert!(dump(&url).contains(NAME));

    assert!(matches!(store.forget_sitting(sitting, NAME).await.unwrap_err(), StoreError::NotDeleted { .. }));
    store.set_deleted(sitting, true).await.unwrap();
    let StoreError::Refused(refusal) = store.forget_sitting(sitting, "Sail maker").await.unwrap_err() else { panic!("not refused") };
    assert_eq!(refusal.field, "name");
    assert!(dump(&url).contains(NAME));

    let done = store.forget_sitting(sitting, NAME).await.unwrap();
    assert_eq!(done, Forgotten { sittings: 1, looks: 2, entries: 3 });
    let left = dump(&url);
    assert!(!left.contains(NAME) && !left.contains(&NAME[1..]), "the name is left");
    assert!(left.contains("a sitting that was forgotten"));

    // The copy stands, tells where it came from without the name, and is written on, back to its start.
    assert_eq!(store.setup(copy).await.unwrap().setup, stands);
    write(&store, copy, 1, json!({"note": {"text": "goes on"}})).await;
    let undo = store.setup(copy).await.unwrap().undo.unwrap();
    write(&store, copy, 2, json!({"undo": {"of": undo}})).await;
    assert_eq!(store.setup(copy).await.unwrap().setup, stands);

    // Sent again it is done already; its ids are not taken a second time, and a phone's late entry finds nothing.
    assert_eq!(store.forget_sitting(sitting, NAME).await.unwrap(), Forgotten::default());
    assert!(matches!(store.setup(look).await.unwrap_err(), StoreError::Forgotten));
    let late = NewEntry {
        id: Uuid::now_v7(),
        base: None,
        at: Utc::now(),
        by: None,
        entry: serde_json::from_value(json!({"note": {"text": "late"}})).unwrap(),
    };
    assert!(matches!(store.append(look, &late).await.unwrap_err(), StoreError::Forgotten));
    let again = NewSitting {
        id: sitting,
        name: NAME.to_owned(),
        look: NewLook { id: look, name: "Look 1".to_owned() },
        from: None,
        entries: Vec::new(),
        at: Utc::now(),
        by: None,
    };
    assert!(matches!(store.create_sitting(again).await.unwrap_err(), StoreError::Forgotten));
    assert!(store.is_forgotten(sitting).await.unwrap() && !store.is_forgotten(copy).await.unwrap());
}

#[tokio::test]
async fn by_age_only_what_was_counted_goes() {
    let (store, _) = fresh_store().await.unwrap();
    let (sitting, _, copy) = with_copy(&store).await;
    let soon = Utc::now() + TimeDelta::minutes(1);
    store.set_deleted(sitting, true).await.unwrap();
    assert!(matches!(store.forget_deleted_before(soon, 2).await.unwrap_err(), StoreError::Refused(_)));
    assert_eq!(store.forget_deleted_before(Utc::now() - TimeDelta::days(1), 0).await.unwrap(), Forgotten::default());
    assert_eq!(store.sittings("", true).await.unwrap().len(), 1);
    assert_eq!(store.forget_deleted_before(soon, 1).await.unwrap().sittings, 1);
    assert!(store.sittings("", true).await.unwrap().is_empty());
    assert!(store.setup(copy).await.is_ok());
}

#[tokio::test]
async fn the_tape_gives_nothing_up_but_what_is_being_forgotten() {
    let (store, url) = fresh_store().await.unwrap();
    let (_, _, copy) = with_copy(&store).await;
    let db = Database::connect(&url).await.unwrap();
    let forgets = "set ink_lamp.forgets = 'yes'; delete from entry_effect;";
    for odd in [
        "delete from tape_entry".to_owned(),
        format!("{forgets} delete from tape_entry"),
        format!("{forgets} update tape_entry set format = 9"),
        format!("{forgets} update tape_entry set payload = jsonb_set(payload, '{{start,setup,frames}}', '9') where kind = 'start'"),
        format!("update tape_entry set payload = jsonb_set(payload, '{{start,from}}', '9') where setup_id = '{copy}'"),
    ] {
        let refused = db.execute_unprepared(&odd).await.unwrap_err().to_string();
        assert!(refused.contains("never changed or removed"), "{odd}: {refused}");
    }
}
