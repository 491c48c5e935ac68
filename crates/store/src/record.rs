//! What goes into the record, and what comes out.

use chrono::{DateTime, Utc};
use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use sea_orm::{ColumnTrait, ConnectionTrait, EntityTrait, QueryFilter, QueryOrder, QuerySelect, QueryTrait};
use uuid::Uuid;

use crate::{
    entity::{
        forgotten,
        setup::{self, Model},
        sitting,
    },
    error::{StoreError, Unreadable},
    state::state_of,
};

/// An entry to be written.
#[derive(Debug, Clone)]
pub struct NewEntry {
    /// Made by the client: sent twice, it is taken once.
    pub id: Uuid,
    /// The version it was made on. A decision made on an older version than the setup's is not taken; what was seen always is.
    pub base: Option<i64>,
    /// When it happened.
    pub at: DateTime<Utc>,
    /// What happened.
    pub entry: Entry,
    /// Who writes it, where somebody is signed in.
    pub by: Option<String>,
}

/// What became of an entry.
#[derive(Debug, Clone)]
pub struct Appended {
    /// The setup after it.
    pub record: SetupRecord,
    /// Whether it was written now; it was there before otherwise.
    pub fresh: bool,
}

/// One item of a tape.
#[derive(Debug, Clone)]
pub struct TapeItem {
    /// The entry's id.
    pub id: Uuid,
    /// Place on the tape, from 1.
    pub seq: i64,
    /// When it happened.
    pub at: DateTime<Utc>,
    /// Who wrote it, where somebody was signed in.
    pub by: Option<String>,
    /// Taken back by a later entry.
    pub undone: bool,
    /// What happened, and what it did then, in numbers.
    pub told: Result<(Entry, Effect), Unreadable>,
}

/// A stretch of a tape.
#[derive(Debug, Clone)]
pub struct TapePart {
    /// In order of the tape, without the undo and redo entries themselves.
    pub items: Vec<TapeItem>,
    /// Whether more stand before them.
    pub earlier: bool,
}

/// A look to be made.
#[derive(Debug, Clone)]
pub struct NewLook {
    /// Made by the client: sent twice, it is made once.
    pub id: Uuid,
    /// 1 to 60 characters.
    pub name: String,
}

/// What a look begins from.
#[derive(Debug, Clone, Copy)]
pub struct Source {
    /// Another look.
    pub look: Uuid,
    /// As it stood right after this entry of its tape; else as it stands.
    pub at: Option<Uuid>,
}

/// A look of a sitting: one setup.
#[derive(Debug, Clone)]
pub struct Look {
    /// Its id.
    pub id: Uuid,
    /// Its name.
    pub name: String,
    /// How many entries its tape holds.
    pub version: i64,
    /// When its tape was written to last.
    pub updated_at: DateTime<Utc>,
    /// By what name it is kept to begin from, where it is.
    pub kept_as: Option<String>,
}

impl From<&Model> for Look {
    fn from(row: &Model) -> Self {
        Self { id: row.id, name: row.name.clone(), version: row.version, updated_at: row.updated_at, kept_as: row.kept_as.clone() }
    }
}

/// A setup as it stands, with the sitting it belongs to.
#[derive(Debug, Clone)]
pub struct SetupRecord {
    /// Its sitting, with all looks.
    pub sitting: Sitting,
    /// The look itself.
    pub look: Look,
    /// How it stands.
    pub setup: Setup,
    /// What undo takes back, if anything.
    pub undo: Option<Uuid>,
    /// What redo brings back, if anything.
    pub redo: Option<Uuid>,
    /// Why its tape can't be followed, where it can't: it is shown as it last stood, and not written on.
    pub closed: Option<String>,
}

/// A setup's row with its sitting's and those of all its looks, in one query.
pub(crate) async fn with_family(db: &impl ConnectionTrait, id: Uuid) -> Result<(sitting::Model, Vec<Model>), StoreError> {
    let mine = setup::Entity::find().select_only().column(setup::Column::SittingId).filter(setup::Column::Id.eq(id)).into_query();
    let found = sitting::Entity::find()
        .filter(sitting::Column::Id.in_subquery(mine))
        .find_with_related(setup::Entity)
        .order_by_asc(setup::Column::Position)
        .all(db)
        .await?;
    match found.into_iter().next() {
        Some(family) => Ok(family),
        None => Err(missing(db, id).await?),
    }
}

/// Locks a setup's row against other writers. Only that: the row itself comes with its family, once no other writer can change it.
pub(crate) async fn lock(db: &impl ConnectionTrait, id: Uuid) -> Result<(), StoreError> {
    let row = setup::Entity::find_by_id(id).select_only().column(setup::Column::Id);
    let locked: Option<Uuid> = row.lock_exclusive().into_tuple().one(db).await?;
    if locked.is_some() { Ok(()) } else { Err(missing(db, id).await?) }
}

/// Why there is no such setup.
pub(crate) async fn missing(db: &impl ConnectionTrait, id: Uuid) -> Result<StoreError, StoreError> {
    let gone = forgotten::Entity::find_by_id(id).one(db).await?;
    Ok(gone.map_or(StoreError::NotFound { what: "setup", id }, |_| StoreError::Forgotten))
}

/// A setup as it stands, from rows that were read.
pub(crate) async fn record_of(
    db: &impl ConnectionTrait,
    id: Uuid,
    family: (sitting::Model, Vec<Model>),
) -> Result<SetupRecord, StoreError> {
    let (sitting, looks) = family;
    let row = looks.iter().find(|row| row.id == id).ok_or(StoreError::NotFound { what: "setup", id })?;
    let setup = state_of(db, row).await?;
    let redo = row.undone.clone().value("what can be brought back")?.last().copied();
    Ok(SetupRecord {
        sitting: with_looks(sitting, &looks),
        look: Look::from(row),
        setup,
        undo: row.standing,
        redo,
        closed: row.closed.clone(),
    })
}

/// A sitting to be made.
#[derive(Debug, Clone)]
pub struct NewSitting {
    /// Made by the client: sent twice, it is made once.
    pub id: Uuid,
    /// 1 to 60 characters.
    pub name: String,
    /// Its first look.
    pub look: NewLook,
    /// A look that the first one here begins from.
    pub from: Option<Uuid>,
    /// What is set at once.
    pub entries: Vec<Entry>,
    /// When it was begun.
    pub at: DateTime<Utc>,
    /// Who begins it, where somebody is signed in.
    pub by: Option<String>,
}

/// A sitting with its looks.
#[derive(Debug, Clone)]
pub struct Sitting {
    /// Its id.
    pub id: Uuid,
    /// Counted from 1 in order of creation.
    pub number: i64,
    /// Its name.
    pub name: String,
    /// When it was made.
    pub created_at: DateTime<Utc>,
    /// When it was deleted, if it was.
    pub deleted_at: Option<DateTime<Utc>>,
    /// Its looks in order.
    pub looks: Vec<Look>,
}

/// A sitting in a list, with the look that was worked on last.
#[derive(Debug, Clone)]
pub struct SittingRow {
    /// The sitting.
    pub sitting: Sitting,
    /// The look that was worked on last.
    pub last: Uuid,
    /// When that was.
    pub updated_at: DateTime<Utc>,
    /// How that look stands.
    pub setup: Result<Setup, Unreadable>,
}

pub(crate) fn with_looks(row: sitting::Model, looks: &[Model]) -> Sitting {
    let sitting::Model { id, number, name, created_at, deleted_at, practice: _ } = row;
    Sitting { id, number, name, created_at, deleted_at, looks: looks.iter().map(Look::from).collect() }
}
