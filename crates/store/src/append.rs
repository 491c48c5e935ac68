//! Writing one entry behind a tape.

use std::collections::HashSet;

use chrono::Utc;
use ink_lamp_light::refusal::Refusal;
use ink_lamp_scene::{aim::meant, effect::Effect, scene::Scene};
use ink_lamp_sitting::{
    belief::teach,
    entry::{Entry, FrameShot, ReadingTaken, Subject},
    history::History,
    setup::Setup,
};
use sea_orm::{
    ActiveValue::{NotSet, Set},
    ColumnTrait, ConnectionTrait, EntityTrait, PaginatorTrait, QueryFilter,
};
use uuid::Uuid;

use crate::{
    effects,
    entity::{frame, setup, sitting::Model, tape_entry},
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
async fn learn_from(db: &impl ConnectionTrait, look: Uuid, after: &Setup, id: Uuid, entry: &Entry) -> Result<(), StoreError> {
    if let Entry::Reading(ReadingTaken { of: Subject::Light(light), how, .. }) = entry
        // What a stand-in says is of no real unit.
        && !how.simulated
        && let Some(sample) = teach::sample(after, light, id, look)
    {
        learnt::learn(db, &[sample]).await?;
    }
    Ok(())
}

/// What a tape leads to once an entry takes others back or brings them back, the last that then stands, and what can be brought back.
/// Every entry that stands from then on, or no longer does, is marked so, and teaches or no longer does.
async fn taken_or_brought_back(
    db: &impl ConnectionTrait,
    look: Uuid,
    new: &NewEntry,
) -> Result<(Setup, Option<Uuid>, Vec<Uuid>), StoreError> {
    let tape = entries(db, look, i64::MAX).await?;
    let mut history = History::read(tape.iter().map(|(id, e)| (*id, e))).map_err(damaged_tape)?;
    let before: HashSet<Uuid> = history.standing().iter().map(|(id, _)| *id).collect();
    history.write(new.id, &new.entry)?;
    let now: HashSet<Uuid> = history.standing().iter().map(|(id, _)| *id).collect();
    let gone: Vec<Uuid> = before.difference(&now).copied().collect();
    let brought: HashSet<Uuid> = now.difference(&before).copied().filter(|id| *id != new.id).collect();
    for (ids, undone) in [(gone.clone(), true), (brought.iter().copied().collect(), false)] {
        let mark = tape_entry::ActiveModel { undone: Set(undone), ..Default::default() };
        tape_entry::Entity::update_many().set(mark).filter(tape_entry::Column::Id.is_in(ids)).exec(db).await?;
    }
    learnt::unlearn(db, gone).await?;
    let mut after = Setup::default();
    for step in history.setups() {
        let (id, entry, then) = step.map_err(damaged_tape)?;
        if brought.contains(&id) {
            learn_from(db, look, &then, id, entry).await?;
        }
        after = then;
    }
    Ok((after, history.standing().last().map(|(id, _)| *id), history.undone().collect()))
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
    if let Entry::Frame(FrameShot { picture: Some(picture), .. }) = &new.entry {
        let kept = frame::Entity::find_by_id(picture.id).filter(frame::Column::SetupId.eq(row.id)).count(db).await?;
        if kept == 0 {
            let message = format!("No picture {} is kept with this look. Send the file itself.", picture.id);
            return Err(Refusal::new("picture.id", message).into());
        }
    }
    let before = state_of(db, &row).await?;
    let entry = meant(&before, &new.entry);
    let (after, standing, undone) = if entry.is_fact() {
        let after = before.apply(&entry)?;
        learn_from(db, row.id, &after, new.id, &entry).await?;
        (after, Some(new.id), Vec::new())
    } else {
        taken_or_brought_back(db, row.id, new).await?
    };
    let effect = Effect::of(&before, &entry, &Scene::of(&after));
    let written = tape_entry::ActiveModel {
        id: Set(new.id),
        setup_id: Set(row.id),
        seq: Set(row.version + 1),
        kind: Set(entry.kind().to_owned()),
        payload: Set(Stored::new(entry)),
        format: Set(Entry::FORMAT),
        // Kept empty: what an entry did stands in a table of its own, and is put into words when it is read.
        line: Set(serde_json::Value::Object(serde_json::Map::new())),
        at: Set(new.at),
        recorded_at: NotSet,
        by_whom: Set(new.by.clone()),
        undone: Set(false),
    };
    let written =
        tape_entry::Entity::insert(written).on_conflict_do_nothing_on([tape_entry::Column::Id]).exec_without_returning(db).await?;
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
