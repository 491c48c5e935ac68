//! The record in PostgreSQL: sittings, their setups (looks), the tape of each setup, and the kit.
//!
//! - [`Store`]: a connection pool; its methods are the repositories, one file a noun;
//! - [`Changes`]: word of every change of a setup;
//! - [`StoreError`]: why something was not done.
//!
//! A tape is append-only. A setup's state is derived from its tape and kept beside it, so that reading it is one row.

mod changes;
mod entity;
mod error;
mod kit;
mod migration;
mod setups;
mod sittings;
mod tape;
#[cfg(feature = "testing")]
pub mod testing;

use std::time::Duration;

use sea_orm::{ConnectOptions, ConnectionTrait, Database, DatabaseConnection, TryInsertResult};
use sea_orm_migration::MigratorTrait;

pub use changes::{Change, Changes};
pub use error::StoreError;
pub use kit::{Imported, Learnt};
pub use setups::{Look, NewLook, SetupRecord};
pub use sittings::{NewSitting, Sitting, SittingRow};
pub use tape::{Appended, NewEntry, TapeItem, TapePart};

/// Access to the record.
#[derive(Debug, Clone)]
pub struct Store {
    db: DatabaseConnection,
}

impl Store {
    /// Opens a pool of at most `connections` connections.
    ///
    /// # Errors
    /// Where the server does not answer within ten seconds, or refuses.
    pub async fn connect(url: &str, connections: u32) -> Result<Self, StoreError> {
        let mut options = ConnectOptions::new(url);
        options
            .max_connections(connections)
            .connect_timeout(Duration::from_secs(10))
            .acquire_timeout(Duration::from_secs(10))
            // The database is on this machine: a connection that broke tells by itself.
            .test_before_acquire(false)
            .sqlx_logging(false);
        Ok(Self { db: Database::connect(options).await? })
    }

    /// Brings the database to this version's tables. Two servers may do it at once: one waits for the other.
    ///
    /// # Errors
    /// Where the database refuses.
    pub async fn migrate(&self) -> Result<(), StoreError> {
        Ok(migration::Migrator::up(&self.db, None).await?)
    }

    /// Whether the database answers.
    ///
    /// # Errors
    /// Where it does not.
    pub async fn ping(&self) -> Result<(), StoreError> {
        self.db.execute_unprepared("select 1").await?;
        Ok(())
    }
}

/// Whether a row was written; it was there before otherwise.
pub(crate) fn is_new(written: &TryInsertResult<u64>) -> bool {
    matches!(written, TryInsertResult::Inserted(rows) if *rows > 0)
}
