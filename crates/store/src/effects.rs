//! What each entry did: kept beside the tape, worked out anew by replay where an older version wrote none.

use std::collections::HashMap;

use ink_lamp_light::refusal::Refusal;
use ink_lamp_scene::{effect::Effect, scene::Scene};
use ink_lamp_sitting::{entry::Entry, history::History, setup::Setup};
use sea_orm::{ActiveValue::Set, ConnectionTrait, EntityTrait};
use uuid::Uuid;

use crate::{entity::entry_effect, error::StoreError, state::entries, stored::Stored};

/// So many rows go in at once: far from the most parameters of a statement.
const AT_ONCE: usize = 1000;

/// Keeps what entries did. What is there already stays.
pub(crate) async fn keep(db: &impl ConnectionTrait, effects: &[(Uuid, Effect)]) -> Result<(), StoreError> {
    for some in effects.chunks(AT_ONCE) {
        let rows =
            some.iter().map(|(id, effect)| entry_effect::ActiveModel { entry_id: Set(*id), effect: Set(Stored::new(effect.clone())) });
        let insert = entry_effect::Entity::insert_many(rows).on_conflict_do_nothing_on([entry_effect::Column::EntryId]);
        insert.exec_without_returning(db).await?;
    }
    Ok(())
}

/// What the entries of a setup's whole tape did, kept from here on where it was not.
pub(crate) async fn made_up_for(db: &impl ConnectionTrait, setup: Uuid) -> Result<HashMap<Uuid, Effect>, StoreError> {
    let effects = replayed(&entries(db, setup, i64::MAX).await?);
    keep(db, &effects).await?;
    Ok(effects.into_iter().collect())
}

/// What each entry of a tape did when it was written: between what stood before it and after. From an entry on that this version can't
/// follow nothing is known: the entries stand on the tape all the same.
fn replayed(tape: &[(Uuid, Entry)]) -> Vec<(Uuid, Effect)> {
    let mut effects = Vec::with_capacity(tape.len());
    if let Err(refusal) = follow(tape, &mut effects) {
        tracing::warn!(%refusal, "an entry of a tape can't be followed; what it and those after it did is not known");
    }
    let known = effects.len();
    effects.extend(tape[known..].iter().map(|(id, _)| (*id, Effect::default())));
    effects
}

fn follow(tape: &[(Uuid, Entry)], effects: &mut Vec<(Uuid, Effect)>) -> Result<(), Refusal> {
    let mut history = History::default();
    let mut before = Setup::default();
    for (id, entry) in tape {
        history.write(*id, entry)?;
        let after = if entry.is_fact() { before.apply(entry)? } else { history.setup()? };
        effects.push((*id, Effect::of(&before, entry, &Scene::of(&after))));
        before = after;
    }
    Ok(())
}
