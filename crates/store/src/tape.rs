use chrono::{DateTime, Utc};
use ink_lamp_core::{
    board::{Board, TapeLine},
    setup::{Entry, History, Setup},
};
use sea_orm::{
    ActiveModelTrait,
    ActiveValue::{NotSet, Set},
    ColumnTrait, ConnectionTrait, EntityTrait, PaginatorTrait, QueryFilter, QueryOrder, QuerySelect, TransactionTrait,
};
use serde::{Serialize, de::DeserializeOwned};
use uuid::Uuid;

use crate::{
    SetupRecord, Store, StoreError,
    entity::{setup, sitting, tape_entry},
    setups::{record_of, state_of},
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
    /// Kind of entry.
    pub kind: String,
    /// When it happened.
    pub at: DateTime<Utc>,
    /// Taken back by a later entry.
    pub undone: bool,
    /// How it stood in words, as it was then.
    pub line: TapeLine,
}

/// A stretch of a tape.
#[derive(Debug, Clone)]
pub struct TapePart {
    /// In order of the tape, without the undo and redo entries themselves.
    pub items: Vec<TapeItem>,
    /// How many more stand before them.
    pub earlier: u64,
}

impl Store {
    /// Writes an entry to a setup's tape, in one transaction.
    ///
    /// # Errors
    /// [`StoreError::Refused`] where it can't apply, [`StoreError::Conflict`] where a decision was made on an older version,
    /// [`StoreError::IdTaken`], [`StoreError::NotFound`], [`StoreError::Deleted`], or where the database does not answer.
    pub async fn append(&self, setup: Uuid, new: &NewEntry) -> Result<Appended, StoreError> {
        let tx = self.db.begin().await?;
        let row = setup::Entity::find_by_id(setup).lock_exclusive().one(&tx).await?;
        let row = row.ok_or(StoreError::NotFound { what: "setup", id: setup })?;
        if let Some(before) = tape_entry::Entity::find_by_id(new.id).one(&tx).await? {
            let same = before.setup_id == setup && parsed::<Entry>("entry", &before.payload)? == new.entry;
            return if same {
                Ok(Appended { record: record_of(&tx, &row).await?, fresh: false })
            } else {
                Err(StoreError::IdTaken(new.id))
            };
        }
        let sitting = sitting::Entity::find_by_id(row.sitting_id).one(&tx).await?;
        if let Some(sitting) = sitting.filter(|s| s.deleted_at.is_some()) {
            return Err(StoreError::Deleted { number: sitting.number });
        }
        let row = append_on(&tx, row, new).await?;
        let record = record_of(&tx, &row).await?;
        tx.commit().await?;
        Ok(Appended { record, fresh: true })
    }

    /// The last `most` items of a tape, or those before place `before`.
    ///
    /// # Errors
    /// Where the database does not answer or a line can't be read. A setup that does not exist has no items.
    pub async fn tape(&self, setup: Uuid, before: Option<i64>, most: u64) -> Result<TapePart, StoreError> {
        let mut query = facts(setup);
        if let Some(before) = before {
            query = query.filter(tape_entry::Column::Seq.lt(before));
        }
        let mut rows = query.clone().order_by_desc(tape_entry::Column::Seq).limit(most).all(&self.db).await?;
        rows.reverse();
        // Only a full page can have more before it.
        let earlier = match rows.first() {
            Some(first) if rows.len() as u64 == most => query.filter(tape_entry::Column::Seq.lt(first.seq)).count(&self.db).await?,
            _ => 0,
        };
        let items = rows
            .into_iter()
            .map(|row| {
                let line = parsed("tape line", &row.line)?;
                Ok(TapeItem { id: row.id, seq: row.seq, kind: row.kind, at: row.at, undone: row.undone, line })
            })
            .collect::<Result<_, StoreError>>()?;
        Ok(TapePart { items, earlier })
    }

    /// The setup as it stood right after an entry of its tape.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub async fn setup_at(&self, setup: Uuid, entry: Uuid) -> Result<Setup, StoreError> {
        let row = tape_entry::Entity::find_by_id(entry).one(&self.db).await?.filter(|row| row.setup_id == setup);
        let row = row.ok_or(StoreError::NotFound { what: "entry", id: entry })?;
        replayed(&self.db, setup, row.seq).await
    }
}

fn facts(setup: Uuid) -> sea_orm::Select<tape_entry::Entity> {
    tape_entry::Entity::find().filter(tape_entry::Column::SetupId.eq(setup)).filter(tape_entry::Column::Kind.is_not_in(["undo", "redo"]))
}

pub(crate) fn json(value: &impl Serialize) -> Result<serde_json::Value, StoreError> {
    serde_json::to_value(value).map_err(|e| StoreError::Damaged { what: "a value".to_owned(), why: e.to_string() })
}

fn parsed<T: DeserializeOwned>(what: &str, value: &serde_json::Value) -> Result<T, StoreError> {
    T::deserialize(value).map_err(|e| StoreError::Damaged { what: what.to_owned(), why: e.to_string() })
}

pub(crate) fn undone_of(row: &setup::Model) -> Result<Vec<Uuid>, StoreError> {
    parsed("what can be brought back", &row.undone)
}

/// The last entry that stands: what undo takes back.
pub(crate) async fn last_standing(db: &impl ConnectionTrait, setup: Uuid) -> Result<Option<Uuid>, StoreError> {
    let last = facts(setup).filter(tape_entry::Column::Undone.eq(false)).order_by_desc(tape_entry::Column::Seq).limit(1).one(db).await?;
    Ok(last.map(|row| row.id))
}

async fn entries(db: &impl ConnectionTrait, setup: Uuid, until: i64) -> Result<Vec<(Uuid, Entry)>, StoreError> {
    let rows = tape_entry::Entity::find()
        .filter(tape_entry::Column::SetupId.eq(setup))
        .filter(tape_entry::Column::Seq.lte(until))
        .order_by_asc(tape_entry::Column::Seq)
        .all(db)
        .await?;
    rows.into_iter().map(|row| Ok((row.id, parsed("entry", &row.payload)?))).collect()
}

/// The setup that a tape leads to, up to a place on it.
pub(crate) async fn replayed(db: &impl ConnectionTrait, setup: Uuid, until: i64) -> Result<Setup, StoreError> {
    let entries = entries(db, setup, until).await?;
    Ok(History::read(entries.iter().map(|(id, e)| (*id, e)))?.setup()?)
}

/// Writes an entry behind a tape whose setup row is locked by the caller's transaction, and gives the row as it then is.
pub(crate) async fn append_on(db: &impl ConnectionTrait, row: setup::Model, new: &NewEntry) -> Result<setup::Model, StoreError> {
    if !new.entry.is_observation() && new.base != Some(row.version) {
        let base = new.base.ok_or_else(|| ink_lamp_core::Refusal::new("base", "Say which version the decision was made on."))?;
        return Err(StoreError::Conflict { base, now: row.version });
    }
    let before = state_of(db, &row).await?;
    let (after, undone) = match &new.entry {
        Entry::Undo(back) | Entry::Redo(back) => {
            let tape = entries(db, row.id, i64::MAX).await?;
            let mut history = History::read(tape.iter().map(|(id, e)| (*id, e)))?;
            history.write(new.id, &new.entry)?;
            let after = history.setup()?;
            let mark = tape_entry::ActiveModel { id: Set(back.of), undone: Set(matches!(new.entry, Entry::Undo(_))), ..Default::default() };
            mark.update(db).await?;
            (after, history.undone().collect())
        }
        fact => (before.apply(fact)?, Vec::new()),
    };
    let line = TapeLine::of(&before, &new.entry, &after, &Board::of(&after));
    let entry = tape_entry::ActiveModel {
        id: Set(new.id),
        setup_id: Set(row.id),
        seq: Set(row.version + 1),
        kind: Set(new.entry.kind().to_owned()),
        payload: Set(json(&new.entry)?),
        line: Set(json(&line)?),
        at: Set(new.at),
        recorded_at: NotSet,
        undone: Set(false),
    };
    let written = tape_entry::Entity::insert(entry).on_conflict_do_nothing_on([tape_entry::Column::Id]).exec_without_returning(db).await?;
    if !crate::is_new(&written) {
        // The same id, sent to two setups at the same moment.
        return Err(StoreError::IdTaken(new.id));
    }
    // Worked on when it happened, by a clock that can't be ahead; an entry that comes late does not set it back.
    let updated_at = new.at.min(Utc::now()).max(row.updated_at);
    let row = setup::Model { version: row.version + 1, state: json(&after)?, undone: json(&undone)?, updated_at, ..row };
    let change = setup::ActiveModel {
        id: Set(row.id),
        version: Set(row.version),
        state: Set(row.state.clone()),
        undone: Set(row.undone.clone()),
        updated_at: Set(row.updated_at),
        ..Default::default()
    };
    change.update(db).await?;
    Ok(row)
}
