//! The records that earlier versions left behind: every later version opens them, reads them, and writes on.
#![allow(clippy::unwrap_used, missing_docs)]

use chrono::Utc;
use ink_lamp_sitting::{
    entry::{Back, Entry},
    setup::Setup,
};
use ink_lamp_store::{
    NewEntry, Store,
    testing::{RECORDS, opened},
};
use serde_json::json;
use uuid::Uuid;

async fn looks(store: &Store) -> Vec<(Uuid, i64)> {
    let sittings = store.sittings("", false).await.unwrap();
    sittings.iter().flat_map(|row| row.sitting.looks.iter().map(|l| (l.id, l.version))).collect()
}

async fn writes(store: &Store, look: Uuid, base: i64, entry: Entry) -> (Setup, i64) {
    let entry = NewEntry { id: Uuid::now_v7(), base: Some(base), at: Utc::now(), entry, by: None };
    let done = store.append(look, &entry).await.unwrap();
    assert!(done.fresh);
    (done.record.setup, done.record.look.version)
}

#[tokio::test]
async fn every_stored_state_is_what_its_tape_leads_to() {
    for record in &RECORDS {
        states_follow_their_tapes(&opened(record).await.unwrap()).await;
    }
}

async fn states_follow_their_tapes(store: &Store) {
    let looks = looks(store).await;
    assert_eq!(looks.len(), 209);
    for (look, version) in looks {
        let stored = store.setup(look).await.unwrap();
        let tape = store.tape(look, version + 1, 1000).await.unwrap();
        let last = tape.items.iter().rfind(|item| !item.undone).map(|item| item.id);
        assert_eq!((stored.undo, stored.closed), (last, None), "{look}");
        // Replayed up to the end of what stands: what was taken back on the way counts as it was then, so only tapes without it are held here.
        if let Some(last) = last.filter(|_| tape.items.iter().all(|item| !item.undone) && tape.items.len() as i64 == version) {
            assert_eq!(store.setup_at(look, last).await.unwrap(), stored.setup, "{look}");
        }
    }
}

#[tokio::test]
async fn every_tape_is_written_on_and_what_is_taken_back_leaves_what_was_there() {
    for record in &RECORDS {
        tapes_are_written_on(&opened(record).await.unwrap()).await;
    }
}

async fn tapes_are_written_on(store: &Store) {
    for (look, version) in looks(store).await {
        let before = store.setup(look).await.unwrap();
        let note: Entry = serde_json::from_value(json!({"target": {"light": "key", "level": 0.4}})).unwrap();
        let Ok(expected) = before.setup.apply(&note) else { continue };
        let (after, version) = writes(store, look, version, note).await;
        assert_eq!(after, expected, "{look}");
        let of = store.setup(look).await.unwrap().undo.unwrap();
        // Worked out anew from the tape, which must lead to what was stored.
        let (back, _) = writes(store, look, version, Entry::Undo(Back { of })).await;
        assert_eq!(back, before.setup, "{look}");
    }
}

#[tokio::test]
async fn the_kit_and_what_readings_taught_are_there() {
    for record in &RECORDS {
        let store = opened(record).await.unwrap();
        let kit = store.export_kit().await.unwrap();
        assert_eq!((kit.items.len(), kit.samples.len()), (31, 32));
        assert!(!store.learnt().await.unwrap().is_empty());
    }
}
