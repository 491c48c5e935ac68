//! A database of its own for each test, on the server that `./run test` starts; empty, or with what an earlier version left behind.

use chrono::Utc;
use sea_orm::{ConnectionTrait, Database, DatabaseConnection, Statement};
use sea_orm_migration::MigratorTrait;
use uuid::Uuid;

use crate::{
    error::{Answer, StoreError},
    migration::Migrator,
    record::{NewLook, NewSitting},
    store::Store,
};

/// A store on an empty, migrated database of its own, with that database's address.
///
/// # Errors
/// Where `INK_LAMP_TEST_DATABASE_URL` is not set or its server does not answer.
pub fn fresh_store() -> Answer<'static, (Store, String)> {
    Box::pin(async move {
        let url = fresh_database().await?;
        let store = Store::connect(&url, 8).await?;
        store.migrate().await?;
        Ok((store, url))
    })
}

/// A new sitting of a name; gives its look.
///
/// # Errors
/// Where the database does not answer.
pub fn begun<'a>(store: &'a Store, name: &'a str) -> Answer<'a, Uuid> {
    Box::pin(async move {
        let look = NewLook { id: Uuid::now_v7(), name: "Look 1".to_owned() };
        store
            .create_sitting(NewSitting {
                id: Uuid::now_v7(),
                name: name.to_owned(),
                look: look.clone(),
                from: None,
                entries: Vec::new(),
                at: Utc::now(),
                by: None,
            })
            .await?;
        Ok(look.id)
    })
}

/// A record that an earlier version left behind: how many migrations it had, and its tables in the order in which they can be filled.
pub struct Record(u32, &'static [(&'static str, &'static str)]);

macro_rules! tables {
    ($folder:literal: $($table:literal),+) => {
        &[$(($table, include_str!(concat!("../tests/data/", $folder, "/", $table, ".jsonl")))),+]
    };
}

/// The demo, its kit and 200 random tapes, as each version wrote them that changed how the record is written; the oldest first.
pub const RECORDS: [Record; 2] = [
    Record(2, tables!("first_record": "sitting", "setup", "tape_entry", "kit_item", "calibration_sample")),
    Record(3, tables!("second_record": "sitting", "setup", "tape_entry", "kit_item", "calibration_sample", "entry_effect")),
];

/// A store on a database that an earlier version left behind, as this version opens it.
///
/// # Errors
/// As [`fresh_store`].
pub fn opened(record: &'static Record) -> Answer<'static, Store> {
    Box::pin(async move {
        let url = fresh_database().await?;
        let db: DatabaseConnection = Database::connect(&url).await?;
        Migrator::up(&db, Some(record.0)).await?;
        for (table, rows) in record.1 {
            let rows: Vec<&str> = rows.lines().collect();
            let fill =
                format!("insert into {table} overriding system value select * from json_populate_recordset(null::{table}, $1::json)");
            for part in rows.chunks(500) {
                let part = format!("[{}]", part.join(","));
                db.execute_raw(Statement::from_sql_and_values(db.get_database_backend(), &fill, [part.into()])).await?;
            }
        }
        db.close().await?;
        let store = Store::connect(&url, 8).await?;
        store.migrate().await?;
        Ok(store)
    })
}

async fn fresh_database() -> Result<String, StoreError> {
    let missing = || StoreError::Damaged { what: "INK_LAMP_TEST_DATABASE_URL".to_owned(), why: "it is not set; ./run test sets it".into() };
    let server = std::env::var("INK_LAMP_TEST_DATABASE_URL").map_err(|_| missing())?;
    let name = format!("test_{}", Uuid::now_v7().simple());
    let admin = Database::connect(&server).await?;
    admin.execute_unprepared(&format!("create database {name}")).await?;
    admin.close().await?;
    Ok(server.rsplit_once('/').map_or_else(|| name.clone(), |(host, _)| format!("{host}/{name}")))
}
