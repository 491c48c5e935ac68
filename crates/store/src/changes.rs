//! Word of every change of a setup, from any server on the same database (LISTEN/NOTIFY).

use sea_orm::sqlx::postgres::PgListener;
use serde::Deserialize;
use uuid::Uuid;

use crate::error::{Answer, StoreError};

/// What was heard.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Change {
    /// A setup is at a version.
    Setup {
        /// Which.
        setup: Uuid,
        /// How many entries its tape holds.
        version: i64,
    },
    /// The connection was lost for a while: what changed meanwhile was not heard.
    Missed,
    /// What is known of devices changed, or something came in from one. A server tells it of those that are joined to it.
    Devices,
}

#[derive(Deserialize)]
struct Heard {
    setup: Uuid,
    version: i64,
}

/// A connection that listens.
#[derive(Debug)]
pub struct Changes(PgListener);

impl Changes {
    /// Begins to listen.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn listen(url: &str) -> Answer<'_, Self> {
        Box::pin(async move {
            let lost = |e: sea_orm::sqlx::Error| StoreError::Database(sea_orm::DbErr::Custom(e.to_string()));
            let mut listener = PgListener::connect(url).await.map_err(lost)?;
            listener.listen("ink_lamp_setup").await.map_err(lost)?;
            Ok(Self(listener))
        })
    }

    /// Waits for the next change. A lost connection is opened again, and told as [`Change::Missed`].
    ///
    /// # Errors
    /// Where the database stays out of reach; ask again later.
    #[allow(clippy::should_implement_trait, reason = "it is waited for")]
    pub fn next(&mut self) -> Answer<'_, Change> {
        Box::pin(async move {
            loop {
                match self.0.try_recv().await {
                    Ok(Some(word)) => match serde_json::from_str::<Heard>(word.payload()) {
                        Ok(Heard { setup, version }) => return Ok(Change::Setup { setup, version }),
                        Err(error) => tracing::warn!(%error, "a word of change can't be read"),
                    },
                    Ok(None) => return Ok(Change::Missed),
                    Err(error) => return Err(StoreError::Database(sea_orm::DbErr::Custom(error.to_string()))),
                }
            }
        })
    }
}
