use chrono::{DateTime, Utc};
use ink_lamp_advice::{board::Board, words::tape::TapeLine};
use ink_lamp_sitting::{
    entry::{Entry, ReadingTaken, Subject},
    history::History,
    likely,
    setup::Setup,
};
use sea_orm::{
    ActiveModelTrait,
    ActiveValue::{NotSet, Set},
    ColumnTrait, ConnectionTrait, EntityTrait, QueryFilter, QueryOrder, QuerySelect, TransactionTrait,
};
use serde::{Serialize, de::DeserializeOwned};
use uuid::Uuid;

use crate::{
    SetupRecord, Store, StoreError,
    entity::{setup, sitting, tape_entry},
    kit,
    setups::{record_of, state_of, with_family},
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
    /// Whether more stand before them.
    pub earlier: bool,
}

impl Store {
    /// Writes an entry to a setup's tape, in one transaction.
    ///
    /// # Errors
    /// [`StoreError::Refused`] where it can't apply, [`StoreError::Conflict`] where a decision was made on an older version,
    /// [`StoreError::IdTaken`], [`StoreError::NotFound`], [`StoreError::Deleted`], or where the database does not answer.
    pub async fn append(&self, setup: Uuid, new: &NewEntry) -> Result<Appended, StoreError> {
        let tx = self.db.begin().await?;
        // Only locked here: the row itself comes with its family, once no other writer can change it.
        let id = setup::Entity::find_by_id(setup).select_only().column(setup::Column::Id);
        let locked: Option<Uuid> = id.lock_exclusive().into_tuple().one(&tx).await?;
        locked.ok_or(StoreError::NotFound { what: "setup", id: setup })?;
        let (sitting, mut looks) = with_family(&tx, setup).await?;
        match append_to_family(&tx, setup, &sitting, &mut looks, new).await {
            Ok(()) => {
                let record = record_of(&tx, setup, (sitting, looks)).await?;
                tx.commit().await?;
                Ok(Appended { record, fresh: true })
            }
            // What can't be written may be there already: the same entry, sent again.
            Err(error) => {
                tx.rollback().await?;
                let Some(before) = tape_entry::Entity::find_by_id(new.id).one(&self.db).await? else { return Err(error) };
                let same = before.setup_id == setup && parsed::<Entry>("entry", &before.payload)? == new.entry;
                if same { Ok(Appended { record: self.setup(setup).await?, fresh: false }) } else { Err(StoreError::IdTaken(new.id)) }
            }
        }
    }

    /// The last `most` items of a tape before place `before`; places are counted from 1, so `version + 1` is the end.
    ///
    /// # Errors
    /// Where the database does not answer or a line can't be read. A setup that does not exist has no items.
    pub async fn tape(&self, setup: Uuid, before: i64, most: u32) -> Result<TapePart, StoreError> {
        let last =
            facts(setup).filter(tape_entry::Column::Seq.lt(before)).order_by_desc(tape_entry::Column::Seq).limit(u64::from(most) + 1);
        // Places are counted without gaps: the last ones are within a short stretch, unless much was taken back there.
        let stretch = before.saturating_sub(2 * i64::from(most));
        let mut rows = last.clone().filter(tape_entry::Column::Seq.gte(stretch)).all(&self.db).await?;
        let enough = usize::try_from(most).unwrap_or(usize::MAX);
        if rows.len() <= enough && stretch > 1 {
            rows = last.all(&self.db).await?;
        }
        let earlier = rows.len() > enough;
        rows.truncate(enough);
        rows.reverse();
        let items = rows
            .into_iter()
            .map(|row| {
                let line = parsed("tape line", &row.line)?;
                Ok(TapeItem { id: row.id, seq: row.seq, at: row.at, undone: row.undone, line })
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

pub(crate) fn parsed<T: DeserializeOwned>(what: &str, value: &serde_json::Value) -> Result<T, StoreError> {
    T::deserialize(value).map_err(|e| StoreError::Damaged { what: what.to_owned(), why: e.to_string() })
}

pub(crate) fn undone_of(row: &setup::Model) -> Result<Vec<Uuid>, StoreError> {
    parsed("what can be brought back", &row.undone)
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

/// Writes an entry to one of a sitting's looks, and brings the look's row up to it.
async fn append_to_family(
    db: &impl ConnectionTrait,
    setup: Uuid,
    sitting: &sitting::Model,
    looks: &mut [setup::Model],
    new: &NewEntry,
) -> Result<(), StoreError> {
    if sitting.deleted_at.is_some() {
        return Err(StoreError::Deleted { number: sitting.number });
    }
    let row = looks.iter_mut().find(|row| row.id == setup).ok_or(StoreError::NotFound { what: "setup", id: setup })?;
    *row = append_on(db, row.clone(), new).await?;
    Ok(())
}

/// Keeps what a light's reading teaches of its unit in its modifier.
async fn learn_from(db: &impl ConnectionTrait, after: &Setup, id: Uuid, entry: &Entry) -> Result<(), StoreError> {
    if let Entry::Reading(ReadingTaken { of: Subject::Light(light), .. }) = entry
        && let Some(sample) = likely::sample(after, light, id)
    {
        kit::learn(db, &sample).await?;
    }
    Ok(())
}

/// Writes an entry behind a tape whose setup row is locked by the caller's transaction, and gives the row as it then is.
pub(crate) async fn append_on(db: &impl ConnectionTrait, row: setup::Model, new: &NewEntry) -> Result<setup::Model, StoreError> {
    if !new.entry.is_observation() && new.base != Some(row.version) {
        let base = new.base.ok_or_else(|| ink_lamp_light::refusal::Refusal::new("base", "Say which version the decision was made on."))?;
        return Err(StoreError::Conflict { base, now: row.version });
    }
    let before = state_of(db, &row).await?;
    let (after, standing, undone) = match &new.entry {
        Entry::Undo(back) | Entry::Redo(back) => {
            let tape = entries(db, row.id, i64::MAX).await?;
            let mut history = History::read(tape.iter().map(|(id, e)| (*id, e)))?;
            history.write(new.id, &new.entry)?;
            let after = history.setup()?;
            let mark = tape_entry::ActiveModel { id: Set(back.of), undone: Set(matches!(new.entry, Entry::Undo(_))), ..Default::default() };
            mark.update(db).await?;
            match (&new.entry, tape.iter().find(|(id, _)| *id == back.of)) {
                (Entry::Redo(_), Some((_, entry))) => learn_from(db, &after, back.of, entry).await?,
                _ => kit::unlearn(db, back.of).await?,
            }
            (after, history.standing().last().map(|(id, _)| *id), history.undone().collect())
        }
        fact => {
            let after = before.apply(fact)?;
            learn_from(db, &after, new.id, fact).await?;
            (after, Some(new.id), Vec::new())
        }
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
    let row = setup::Model { version: row.version + 1, state: json(&after)?, standing, undone: json(&undone)?, updated_at, ..row };
    let change = setup::ActiveModel {
        id: Set(row.id),
        version: Set(row.version),
        state: Set(row.state.clone()),
        standing: Set(row.standing),
        undone: Set(row.undone.clone()),
        updated_at: Set(row.updated_at),
        ..Default::default()
    };
    change.update(db).await?;
    Ok(row)
}
