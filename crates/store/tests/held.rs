//! A look that somebody holds, and a database that breaks off: all others go on, and nobody is told what is not known.
#![allow(clippy::unwrap_used, missing_docs)]

use chrono::Utc;
use futures_util::future::join_all;
use ink_lamp_store::{
    NewEntry, Store, StoreError,
    testing::{begun, fresh_store},
};
use sea_orm::{ConnectionTrait, Database, DatabaseConnection, TransactionTrait};
use serde_json::json;
use uuid::Uuid;

fn note(text: &str) -> NewEntry {
    let entry = serde_json::from_value(json!({"note": {"text": text}})).unwrap();
    NewEntry { id: Uuid::now_v7(), base: None, at: Utc::now(), entry, by: None }
}

async fn record() -> (Store, DatabaseConnection) {
    let (store, url) = fresh_store().await.unwrap();
    (store, Database::connect(url).await.unwrap())
}

#[tokio::test]
async fn who_waits_for_a_look_that_is_held_is_told_so_and_all_other_looks_go_on() {
    let (store, db) = record().await;
    let (held, free) = (begun(&store, "Held").await.unwrap(), begun(&store, "Free").await.unwrap());
    let holder = db.begin().await.unwrap();
    holder.execute_unprepared(&format!("select 1 from setup where id = '{held}' for update")).await.unwrap();
    // Far more than there are connections.
    let waiting: Vec<_> = (0..30)
        .map(|n| {
            let store = store.clone();
            tokio::spawn(async move { store.append(held, &note(&format!("{n}"))).await.map(|_| ()) })
        })
        .collect();
    for n in 0..20 {
        store.append(free, &note(&format!("{n}"))).await.unwrap();
        assert_eq!(store.setup(held).await.unwrap().look.version, 0);
    }
    assert_eq!(store.setup(free).await.unwrap().look.version, 20);
    for told in join_all(waiting).await {
        assert!(matches!(told.unwrap().unwrap_err(), StoreError::Busy));
    }
    holder.rollback().await.unwrap();
    store.append(held, &note("after all")).await.unwrap();
    assert_eq!(store.setup(held).await.unwrap().look.version, 1);
}

#[tokio::test]
async fn connections_that_were_cut_are_opened_again_and_nobody_hears_of_it() {
    let (store, db) = record().await;
    let look = begun(&store, "Cut off").await.unwrap();
    for n in 0..20 {
        // All connections, as a database that is started again cuts them; some in the middle of what they do.
        let cut = db.execute_unprepared(
            "select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()",
        );
        let entry = note(&format!("{n}"));
        let (cut, written, list) = tokio::join!(cut, store.append(look, &entry), store.sittings("", false));
        cut.unwrap();
        written.unwrap();
        assert_eq!(list.unwrap().len(), 1);
    }
    assert_eq!(store.setup(look).await.unwrap().look.version, 20);
}

#[tokio::test]
async fn a_commit_that_is_not_answered_is_told_as_not_known_and_sent_again_it_is_written_once() {
    let (store, db) = record().await;
    let look = begun(&store, "Cut off").await.unwrap();
    // The connection ends while the transaction is being committed.
    db.execute_unprepared(
        "create function cut_off() returns trigger language plpgsql as 'begin perform pg_terminate_backend(pg_backend_pid()); return null; end';
         create constraint trigger cut_off after insert on tape_entry deferrable initially deferred for each row execute function cut_off()",
    )
    .await
    .unwrap();
    let entry = note("cut off");
    assert!(matches!(store.append(look, &entry).await.unwrap_err(), StoreError::Unsure(_)));
    db.execute_unprepared("drop trigger cut_off on tape_entry").await.unwrap();
    store.append(look, &entry).await.unwrap();
    store.append(look, &entry).await.unwrap();
    assert_eq!(store.setup(look).await.unwrap().look.version, 1);
}
