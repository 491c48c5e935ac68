//! The pool of connections.

use std::time::Duration;

use sea_orm::{ConnectOptions, ConnectionTrait, Database, DatabaseConnection, DatabaseTransaction, Statement, TryInsertResult};

use crate::{
    error::{Answer, StoreError},
    turns::Turns,
};

/// Access to the record.
#[derive(Debug, Clone)]
pub struct Store {
    pub(crate) db: DatabaseConnection,
    pub(crate) turns: Turns,
    pub(crate) url: String,
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
                .acquire_timeout(Duration::from_secs(8))
                // The database is on this machine: a connection that broke tells by itself.
                .test_before_acquire(false)
                .sqlx_logging(false)
                // Nobody waits for long for a look that somebody holds; and who holds one and does nothing, as a server that stands still in
                // the middle, is let go of.
                .map_sqlx_postgres_opts(|postgres| {
                    postgres.options([("lock_timeout", "2s"), ("idle_in_transaction_session_timeout", "10s")])
                });
            Ok(Self { db: Database::connect(options).await?, turns: Turns::default(), url: url.to_owned() })
        })
    }

    /// Gives all connections back.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn close(self) -> Answer<'static, ()> {
        Box::pin(async move { Ok(self.db.close().await?) })
    }

    /// How many connections to the database are open, and how many of them nobody uses.
    #[must_use]
    pub fn connections(&self) -> (u32, usize) {
        let pool = self.db.get_postgres_connection_pool();
        (pool.size(), pool.num_idle())
    }

    /// The folder that the database keeps the record in, where it tells.
    ///
    /// # Errors
    /// Where it does not answer.
    pub fn folder(&self) -> Answer<'_, Option<String>> {
        Box::pin(async move {
            let asked = "select setting from pg_settings where name = 'data_directory'";
            let row = self.db.query_one_raw(Statement::from_string(self.db.get_database_backend(), asked)).await?;
            Ok(row.and_then(|row| row.try_get_by_index(0).ok()))
        })
    }
}

/// Commits. Where no answer comes back nobody knows whether it was done.
pub(crate) async fn commit(tx: DatabaseTransaction) -> Result<(), StoreError> {
    tx.commit().await.map_err(StoreError::Unsure)
}

/// Whether a row was written; it was there before otherwise.
pub(crate) fn is_new(written: &TryInsertResult<u64>) -> bool {
    matches!(written, TryInsertResult::Inserted(rows) if *rows > 0)
}
