//! What comes in from devices: kept once, placed once, and never lost while it asks.
#![allow(clippy::unwrap_used)]

use chrono::Utc;
use ink_lamp_sitting::entry::Entry;
use ink_lamp_store::{Came, JustCame, NewEntry, NewLook, NewSitting, ReadingCame, Store, StoreError, Went, testing::fresh_store};
use sea_orm::{ConnectionTrait, Database};
use serde_json::{Value, json};
use uuid::Uuid;

async fn look(store: &Store) -> (Uuid, Uuid) {
    let look = NewLook { id: Uuid::now_v7(), name: "Look 1".to_owned() };
    let new =
        NewSitting { id: Uuid::now_v7(), name: "Clock mender".to_owned(), look, from: None, entries: Vec::new(), at: Utc::now(), by: None };
    let sitting = store.create_sitting(new).await.unwrap();
    (sitting.id, sitting.looks[0].id)
}

fn reading() -> ReadingCame {
    serde_json::from_value(json!({"shows": "5.6 1", "iso": "100", "shutter": "1/160", "ambient": false})).unwrap()
}

fn came(look: Option<Uuid>) -> JustCame {
    JustCame { id: Uuid::now_v7(), at: Utc::now(), device: "Meter".to_owned(), simulated: false, told: Came::Reading(reading()), look }
}

#[tokio::test]
async fn what_asks_is_kept_until_somebody_places_it_and_then_it_stays_there() {
    let (store, url) = fresh_store().await.unwrap();
    let (sitting, look) = look(&store).await;
    let asks = came(None);
    for _ in 0..2 {
        assert_eq!(store.keep_came(&asks).await.unwrap(), Went::Asks);
    }
    let placed = came(Some(look));
    assert_eq!(store.keep_came(&placed).await.unwrap(), Went::Tape);
    // All that asks comes first, whatever came since.
    let all = store.came_in(10).await.unwrap();
    assert_eq!(all.iter().map(|c| (c.id, c.went)).collect::<Vec<_>>(), [(asks.id, Went::Asks), (placed.id, Went::Tape)]);
    assert_eq!(all[0].told.as_ref().unwrap(), &asks.told);
    store.came_went(asks.id, Some(look)).await.unwrap();
    // Said twice, the first holds.
    store.came_went(asks.id, None).await.unwrap();
    assert_eq!((store.came(asks.id).await.unwrap().went, store.came(asks.id).await.unwrap().look), (Went::Tape, Some(look)));
    assert!(matches!(store.came(Uuid::nil()).await, Err(StoreError::NotFound { what: "reading", .. })));
    // What a later version says in another way is told as such, and everything else is read.
    let db = Database::connect(&url).await.unwrap();
    db.execute_unprepared("update came_in set told = '{\"shout\": {}}' where went = 'tape'").await.unwrap();
    assert!(store.came_in(10).await.unwrap()[0].told.is_err());
    // A sitting that is forgotten for good takes what it got along.
    store.set_deleted(sitting, true).await.unwrap();
    store.forget_sitting(sitting, "Clock mender").await.unwrap();
    assert_eq!(store.came_in(10).await.unwrap(), []);
}

#[tokio::test]
async fn two_hundred_may_ask_and_the_next_is_sent_again_later() {
    let (store, _) = fresh_store().await.unwrap();
    for _ in 0..200 {
        store.keep_came(&came(None)).await.unwrap();
    }
    assert!(matches!(store.keep_came(&came(None)).await, Err(StoreError::Refused(r)) if r.message.contains("put them away")));
    store.came_went(store.came_in(0).await.unwrap()[0].id, None).await.unwrap();
    assert_eq!(store.keep_came(&came(None)).await.unwrap(), Went::Asks);
}

#[tokio::test]
async fn what_a_stand_in_reads_teaches_the_kit_nothing() {
    let (store, _) = fresh_store().await.unwrap();
    let (_, look) = look(&store).await;
    let ids = ["0199a100-0000-7000-a001-000000000001", "0199a100-0000-7000-a002-000000000001"];
    let light: Value = json!({"light": {"light": "key", "role": "key", "dial": "1/8", "modifier": "Octa 90", "distance": 1.5,
        "unit": {"name": "Taper 400", "rated": 400, "scale": {"fractions": {"lowest": 256, "step": "tenths"}}},
        "rig": {"shape": {"kind": "octa", "size": {"round": {"diameter": 0.9}}, "loss": 1.5}, "kit": {"unit": ids[0], "modifier": ids[1]}}}});
    let write = async |base, entry: Entry| {
        store.append(look, &NewEntry { id: Uuid::now_v7(), base, at: Utc::now(), entry, by: None }).await.unwrap();
        store.learnt().await.unwrap().len()
    };
    assert_eq!(write(Some(0), serde_json::from_value(light).unwrap()).await, 0);
    let read = |simulated| Entry::Reading(reading().taken("key".to_owned().try_into().unwrap(), simulated));
    assert_eq!(write(None, read(true)).await, 0);
    assert_eq!(write(None, read(false)).await, 1, "a meter's does");
}
