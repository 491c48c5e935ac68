//! How a setup stands: as it is stored, or replayed from its tape.

use ink_lamp_light::refusal::Refusal;
use ink_lamp_sitting::{entry::Entry, history::History, setup::Setup};
use sea_orm::{ColumnTrait, ConnectionTrait, EntityTrait, QueryFilter, QueryOrder};
use uuid::Uuid;

use crate::{
    entity::{setup::Model, tape_entry},
    error::StoreError,
    formats::Kept,
};

pub(crate) async fn entries(db: &impl ConnectionTrait, setup: Uuid, until: i64) -> Result<Vec<(Uuid, Entry)>, StoreError> {
    let rows = tape_entry::Entity::find()
        .filter(tape_entry::Column::SetupId.eq(setup))
        .filter(tape_entry::Column::Seq.lte(until))
        .order_by_asc(tape_entry::Column::Seq)
        .all(db)
        .await?;
    rows.into_iter().map(|row| Ok((row.id, row.payload.read(row.format)?))).collect()
}

/// The setup that a tape leads to, up to a place on it.
pub(crate) async fn replayed(db: &impl ConnectionTrait, setup: Uuid, until: i64) -> Result<Setup, StoreError> {
    let entries = entries(db, setup, until).await?;
    let history = History::read(entries.iter().map(|(id, e)| (*id, e)));
    history.and_then(|history| history.setup()).map_err(damaged_tape)
}

/// A tape whose entries can be read, but not followed: what this version refuses was once taken.
pub(crate) fn damaged_tape(refusal: Refusal) -> StoreError {
    StoreError::Damaged { what: "a tape".to_owned(), why: refusal.into() }
}

/// The stored state; one that can't be read is worked out anew from the tape.
pub(crate) async fn state_of(db: &impl ConnectionTrait, row: &Model) -> Result<Setup, StoreError> {
    match row.state.clone().read(row.format) {
        Ok(setup) => Ok(setup),
        // What a later version makes of its tape is not known here.
        Err(error) if row.format > Setup::FORMAT => Err(error),
        Err(error) => {
            tracing::warn!(setup = %row.id, %error, "stored state can't be read; replaying the tape");
            replayed(db, row.id, i64::MAX).await
        }
    }
}
