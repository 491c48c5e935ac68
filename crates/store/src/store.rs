//! The pool of connections.

use std::time::Duration;

use sea_orm::{ConnectOptions, ConnectionTrait, Database, DatabaseConnection, TryInsertResult};

use crate::error::Answer;

/// Access to the record.
#[derive(Debug, Clone)]
pub struct Store {
    pub(crate) db: DatabaseConnection,
}

impl Store {
    /// Opens a pool of at most `connections` connections.
    ///
    /// # Errors
    /// Where the server does not answer within ten seconds, or refuses.
    pub fn connect(url: &str, connections: u32) -> Answer<'_, Self> {
        Box::pin(async move {
            let mut options = ConnectOptions::new(url);
            options
                .max_connections(connections)
                .connect_timeout(Duration::from_secs(10))
                .acquire_timeout(Duration::from_secs(10))
                // The database is on this machine: a connection that broke tells by itself.
                .test_before_acquire(false)
                .sqlx_logging(false);
            Ok(Self { db: Database::connect(options).await? })
        })
    }

    /// Whether the database answers.
    ///
    /// # Errors
    /// Where it does not.
    pub fn ping(&self) -> Answer<'_, ()> {
        Box::pin(async move {
            self.db.execute_unprepared("select 1").await?;
            Ok(())
        })
    }
}

/// Whether a row was written; it was there before otherwise.
pub(crate) fn is_new(written: &TryInsertResult<u64>) -> bool {
    matches!(written, TryInsertResult::Inserted(rows) if *rows > 0)
}
