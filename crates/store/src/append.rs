//! Writing one entry behind a tape.

use chrono::Utc;
use ink_lamp_light::refusal::Refusal;
use ink_lamp_scene::{effect::Effect, scene::Scene};
use ink_lamp_sitting::{
    entry::{Entry, ReadingTaken, Subject},
    history::History,
    likely,
    setup::Setup,
};
use sea_orm::{
    ActiveModelTrait,
    ActiveValue::{NotSet, Set},
    ColumnTrait, ConnectionTrait, EntityTrait, QueryFilter,
};
use uuid::Uuid;

use crate::{
    effects,
    entity::{setup, sitting::Model, tape_entry},
    error::StoreError,
    formats::Kept,
    learnt,
    record::NewEntry,
    state::{damaged_tape, entries, state_of},
    store,
    stored::Stored,
};

/// Writes an entry to one of a sitting's looks, and brings the look's row up to it.
pub(crate) async fn append_to_family(
    db: &impl ConnectionTrait,
    setup: Uuid,
    sitting: &Model,
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
        learnt::learn(db, &[sample]).await?;
    }
    Ok(())
}

/// Writes an entry behind a tape whose setup row is locked by the caller's transaction, and gives the row as it then is.
pub(crate) async fn append_on(db: &impl ConnectionTrait, row: setup::Model, new: &NewEntry) -> Result<setup::Model, StoreError> {
    if let Some(why) = row.closed {
        return Err(StoreError::Closed { why });
    }
    if !new.entry.is_observation() && new.base != Some(row.version) {
        let base = new.base.ok_or_else(|| Refusal::new("base", "Say which version the decision was made on."))?;
        return Err(StoreError::Conflict { base, now: row.version });
    }
    let before = state_of(db, &row).await?;
    let (after, standing, undone) = match &new.entry {
        Entry::Undo(back) | Entry::Redo(back) => {
            let tape = entries(db, row.id, i64::MAX).await?;
            let mut history = History::read(tape.iter().map(|(id, e)| (*id, e))).map_err(damaged_tape)?;
            history.write(new.id, &new.entry)?;
            let after = history.setup().map_err(damaged_tape)?;
            let mark = tape_entry::ActiveModel { id: Set(back.of), undone: Set(matches!(new.entry, Entry::Undo(_))), ..Default::default() };
            mark.update(db).await?;
            match (&new.entry, tape.iter().find(|(id, _)| *id == back.of)) {
                (Entry::Redo(_), Some((_, entry))) => learn_from(db, &after, back.of, entry).await?,
                _ => learnt::unlearn(db, back.of).await?,
            }
            (after, history.standing().last().map(|(id, _)| *id), history.undone().collect())
        }
        fact => {
            let after = before.apply(fact)?;
            learn_from(db, &after, new.id, fact).await?;
            (after, Some(new.id), Vec::new())
        }
    };
    let effect = Effect::of(&before, &new.entry, &Scene::of(&after));
    let entry = tape_entry::ActiveModel {
        id: Set(new.id),
        setup_id: Set(row.id),
        seq: Set(row.version + 1),
        kind: Set(new.entry.kind().to_owned()),
        payload: Set(Stored::new(new.entry.clone())),
        format: Set(Entry::FORMAT),
        // Kept empty: what an entry did stands in a table of its own, and is put into words when it is read.
        line: Set(serde_json::Value::Object(serde_json::Map::new())),
        at: Set(new.at),
        recorded_at: NotSet,
        undone: Set(false),
    };
    let written = tape_entry::Entity::insert(entry).on_conflict_do_nothing_on([tape_entry::Column::Id]).exec_without_returning(db).await?;
    if !store::is_new(&written) {
        // The same id, sent to two setups at the same moment.
        return Err(StoreError::IdTaken(new.id));
    }
    effects::keep(db, &[(new.id, effect)]).await?;
    // Worked on when it happened, by a clock that can't be ahead; an entry that comes late does not set it back.
    let updated_at = new.at.min(Utc::now()).max(row.updated_at);
    let row = setup::Model {
        version: row.version + 1,
        state: Stored::new(after),
        format: Setup::FORMAT,
        standing,
        undone: Stored::new(undone),
        updated_at,
        ..row
    };
    let change = setup::ActiveModel {
        version: Set(row.version),
        state: Set(row.state.clone()),
        format: Set(row.format),
        standing: Set(row.standing),
        undone: Set(row.undone.clone()),
        updated_at: Set(row.updated_at),
        ..Default::default()
    };
    // The row is locked and known: it is not asked back.
    setup::Entity::update_many().set(change).filter(setup::Column::Id.eq(row.id)).exec(db).await?;
    Ok(row)
}
