//! What the database breaks off, because it is started again or a connection was cut, is done again once it is back. Nobody who could wait a
//! second hears of it.

use std::time::{Duration, Instant};

use sea_orm::{DbErr, sqlx};

use crate::error::{Answer, StoreError, driver};

/// How long it is tried.
const PATIENCE: Duration = Duration::from_secs(5);
/// Between two tries.
const PAUSE: Duration = Duration::from_millis(50);

/// Does something that may be done again: it changes nothing, or is known by its ids where it was done already.
pub(crate) fn patiently<'a, T: Send + 'a>(work: impl Fn() -> Answer<'a, T> + Send + 'a) -> Answer<'a, T> {
    Box::pin(async move {
        let began = Instant::now();
        let mut unsure = None;
        loop {
            let gone = match work().await {
                Err(StoreError::Unsure(error)) => unsure.insert(error).clone(),
                Err(StoreError::Database(error)) if is_gone(&error) => error,
                other => return other,
            };
            if began.elapsed() > PATIENCE {
                // Once a commit was not answered, what came after it says nothing of what was written.
                return Err(unsure.map_or(StoreError::Database(gone), StoreError::Unsure));
            }
            tokio::time::sleep(PAUSE).await;
        }
    })
}

/// Whether the connection broke, or the database is being stopped or started: PostgreSQL's classes 08 and 57P0, and idle in a transaction.
fn is_gone(error: &DbErr) -> bool {
    match driver(error) {
        Some(sqlx::Error::Io(_) | sqlx::Error::WorkerCrashed) => true,
        Some(sqlx::Error::Database(said)) => {
            said.code().is_some_and(|code| code.starts_with("08") || code.starts_with("57P0") || code == "25P03")
        }
        _ => false,
    }
}
