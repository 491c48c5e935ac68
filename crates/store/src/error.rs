//! Why something was not done, and what is waited for.

use std::pin::Pin;

use ink_lamp_light::refusal::Refusal;
use sea_orm::{DbErr, RuntimeErr, sqlx};
use uuid::Uuid;

/// Why something was not done. Nothing was changed, but for [`StoreError::Unsure`].
#[derive(Debug, thiserror::Error)]
#[non_exhaustive]
pub enum StoreError {
    /// There is no such thing.
    #[error("There is no {what} {id}.")]
    NotFound {
        /// `sitting`, `setup`, `entry`, `device` …
        what: &'static str,
        /// Which.
        id: Uuid,
    },
    /// It lies in a sitting that was deleted.
    #[error("Sitting {number} was deleted. Restore it first.")]
    Deleted {
        /// The sitting's number.
        number: i64,
    },
    /// Only what was deleted can be forgotten for good.
    #[error("Sitting {number} is not deleted. Delete it first, then it can be forgotten for good.")]
    NotDeleted {
        /// The sitting's number.
        number: i64,
    },
    /// It was forgotten for good.
    #[error("This was forgotten for good. Begin a new one.")]
    Forgotten,
    /// Its tape can't be followed: it is shown as it last stood, and not written on.
    #[error("This look is closed: {why}. Begin another one from it; what it shows comes along.")]
    Closed {
        /// Why.
        why: String,
    },
    /// The entry can't be true of this setup.
    #[error(transparent)]
    Refused(#[from] Refusal),
    /// Somebody else wrote to this setup since it was looked at.
    #[error("This setup was changed meanwhile: it is at {now}, and the change was made on {base}. Look again.")]
    Conflict {
        /// The version that the change was made on.
        base: i64,
        /// The version by now.
        now: i64,
    },
    /// The id was used for something else.
    #[error("The id {0} was used for something else already. Make a new one.")]
    IdTaken(Uuid),
    /// Somebody else is writing to it, and holds it for long.
    #[error("Somebody else writes there just now, and takes long. Nothing was changed; send it again in a second.")]
    Busy,
    /// The disk that the record lies on is full.
    #[error("The disk that the record lies on is full. Nothing was changed. Make room, then send it again.")]
    Full,
    /// The database did not say whether it did it.
    #[error("It is not known whether this was written: {0}")]
    Unsure(#[source] DbErr),
    /// What is stored can't be understood.
    #[error("What is stored of {what} can't be read: {why}")]
    Damaged {
        /// What it is.
        what: String,
        /// Why.
        #[source]
        why: Box<dyn std::error::Error + Send + Sync>,
    },
    /// The database did not do it.
    #[error("The database did not answer: {0}")]
    Database(#[source] DbErr),
}

impl From<DbErr> for StoreError {
    fn from(error: DbErr) -> Self {
        match code(&error).as_deref() {
            // PostgreSQL's `lock_not_available` and `disk_full`.
            Some("55P03") => Self::Busy,
            Some("53100") => Self::Full,
            _ => Self::Database(error),
        }
    }
}

/// What PostgreSQL calls an error.
fn code(error: &DbErr) -> Option<String> {
    Some(driver(error)?.as_database_error()?.code()?.into_owned())
}

/// What the driver said.
pub(crate) fn driver(error: &DbErr) -> Option<&sqlx::Error> {
    match error {
        DbErr::Conn(RuntimeErr::SqlxError(said)) | DbErr::Exec(RuntimeErr::SqlxError(said)) | DbErr::Query(RuntimeErr::SqlxError(said)) => {
            Some(said)
        }
        _ => None,
    }
}

/// A row that is kept though it can't be read: a later version wrote it, or it was damaged. Everything else goes on without it.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error("{0}")]
pub struct Unreadable(pub String);

impl StoreError {
    /// Sets what can't be read aside, so that one row closes nothing; whatever else went wrong is still an error.
    pub(crate) fn aside<T>(read: Result<T, Self>) -> Result<Result<T, Unreadable>, Self> {
        match read {
            Ok(value) => Ok(Ok(value)),
            Err(Self::Damaged { what, why }) => {
                tracing::warn!(%what, %why, "what is stored can't be read; it is set aside");
                Ok(Err(Unreadable(why.to_string())))
            }
            Err(other) => Err(other),
        }
    }
}

/// What the record answers, once it is waited for. It is boxed so that the database's code is compiled here: a bare `async fn` is compiled
/// again by each crate, program and test that waits for it.
pub type Answer<'a, T> = Pin<Box<dyn Future<Output = Result<T, StoreError>> + Send + 'a>>;
