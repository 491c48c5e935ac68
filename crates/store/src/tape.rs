//! The tape: write on it, read what came earlier, see a moment of it.

use std::collections::HashMap;

use chrono::{DateTime, Utc};
use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use sea_orm::{
    ActiveModelTrait, ActiveValue::Set, ColumnTrait, EntityTrait, JoinType, QueryFilter, QueryOrder, QuerySelect, TransactionTrait,
};
use uuid::Uuid;

use crate::{
    append::append_to_family,
    effects,
    entity::{entry_effect, setup, tape_entry},
    error::{Answer, StoreError},
    patience::patiently,
    record::{Appended, NewEntry, TapeItem, TapePart, lock, record_of, with_family},
    state::replayed,
    store::{self, Store},
    stored::Stored,
};

impl Store {
    /// Writes an entry to a setup's tape, in one transaction.
    ///
    /// # Errors
    /// [`StoreError::Refused`] where it can't apply, [`StoreError::Conflict`] where a decision was made on an older version,
    /// [`StoreError::IdTaken`], [`StoreError::NotFound`], [`StoreError::Deleted`], or where the database does not answer.
    pub fn append<'a>(&'a self, setup: Uuid, new: &'a NewEntry) -> Answer<'a, Appended> {
        patiently(move || {
            Box::pin(async move {
                let _turn = self.turns.at(setup).await?;
                let tx = self.db.begin().await?;
                lock(&tx, setup).await?;
                let (sitting, mut looks) = with_family(&tx, setup).await?;
                match append_to_family(&tx, setup, &sitting, &mut looks, new).await {
                    Ok(()) => {
                        let record = record_of(&tx, setup, (sitting, looks)).await?;
                        store::commit(tx).await?;
                        Ok(Appended { record, fresh: true })
                    }
                    // What can't be written may be there already: the same entry, sent again.
                    Err(error) => {
                        tx.rollback().await?;
                        if let StoreError::Damaged { why, .. } = &error
                            && !new.entry.is_fact()
                        {
                            // Its tape can't be followed any more: nobody is to write on it.
                            let closed = setup::ActiveModel { id: Set(setup), closed: Set(Some(why.to_string())), ..Default::default() };
                            closed.update(&self.db).await?;
                        }
                        let Some(before) = tape_entry::Entity::find_by_id(new.id).one(&self.db).await? else { return Err(error) };
                        let same = before.setup_id == setup && before.payload.read(before.format)?.as_sent() == new.entry.clone().as_sent();
                        if same {
                            Ok(Appended { record: self.setup(setup).await?, fresh: false })
                        } else {
                            Err(StoreError::IdTaken(new.id))
                        }
                    }
                }
            })
        })
    }

    /// The last `most` items of a tape before place `before`; places are counted from 1, so `version + 1` is the end.
    ///
    /// # Errors
    /// Where the database does not answer. A setup that does not exist has no items.
    pub fn tape(&self, setup: Uuid, before: i64, most: u32) -> Answer<'_, TapePart> {
        patiently(move || {
            Box::pin(async move {
                let last = with_effects(facts(setup).filter(tape_entry::Column::Seq.lt(before)))
                    .order_by_desc(tape_entry::Column::Seq)
                    .limit(u64::from(most) + 1);
                // Places are counted without gaps: the last ones are within a short stretch, unless much was taken back there.
                let stretch = before.saturating_sub(2 * i64::from(most));
                let mut rows: Vec<Row> = last.clone().filter(tape_entry::Column::Seq.gte(stretch)).into_tuple().all(&self.db).await?;
                let enough = usize::try_from(most).unwrap_or(usize::MAX);
                if rows.len() <= enough && stretch > 1 {
                    rows = last.into_tuple().all(&self.db).await?;
                }
                let earlier = rows.len() > enough;
                rows.truncate(enough);
                rows.reverse();
                // Written by a version that kept none: the whole tape gets them, once.
                let mut late = if rows.iter().all(|row| row.7.is_some()) {
                    HashMap::new()
                } else {
                    StoreError::aside(effects::made_up_for(&self.db, setup).await)?.unwrap_or_default()
                };
                let items = rows
                    .into_iter()
                    .map(|(id, seq, at, by, undone, entry, format, effect)| {
                        // What it did is derived: where that can't be read it is only not known.
                        let kept = effect.and_then(|effect| effect.value("what an entry did").ok());
                        let effect = kept.or_else(|| late.remove(&id)).unwrap_or_default();
                        let told = StoreError::aside(entry.read(format))?.map(|entry| (entry, effect));
                        Ok(TapeItem { id, seq, at, by, undone, told })
                    })
                    .collect::<Result<_, StoreError>>()?;
                Ok(TapePart { items, earlier })
            })
        })
    }

    /// The setup as it stood right after an entry of its tape.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn setup_at(&self, setup: Uuid, entry: Uuid) -> Answer<'_, Setup> {
        patiently(move || {
            Box::pin(async move {
                let row = tape_entry::Entity::find_by_id(entry).one(&self.db).await?.filter(|row| row.setup_id == setup);
                let row = row.ok_or(StoreError::NotFound { what: "entry", id: entry })?;
                replayed(&self.db, setup, row.seq).await
            })
        })
    }

    /// The setup as it stood when its tape held so many entries.
    ///
    /// # Errors
    /// Where what is stored can't be read, or the database does not answer.
    pub fn setup_at_version(&self, setup: Uuid, version: i64) -> Answer<'_, Setup> {
        patiently(move || Box::pin(replayed(&self.db, setup, version)))
    }
}

fn facts(setup: Uuid) -> sea_orm::Select<tape_entry::Entity> {
    tape_entry::Entity::find().filter(tape_entry::Column::SetupId.eq(setup)).filter(tape_entry::Column::Kind.is_not_in(["undo", "redo"]))
}

/// A row of the tape as it is shown: id, place, time, by whom, whether it was taken back, the entry and its format, and what it did where that was kept.
type Row = (Uuid, i64, DateTime<Utc>, Option<String>, bool, Stored<Entry>, i16, Option<Stored<Effect>>);

/// One query for both: what each entry did is looked up beside it, however many are asked for.
fn with_effects(rows: sea_orm::Select<tape_entry::Entity>) -> sea_orm::Select<tape_entry::Entity> {
    use tape_entry::Column::{At, ByWhom, Format, Id, Payload, Seq, Undone};
    let did = tape_entry::Entity::belongs_to(entry_effect::Entity).from(Id).to(entry_effect::Column::EntryId);
    rows.join(JoinType::LeftJoin, did.into())
        .select_only()
        .columns([Id, Seq, At, ByWhom, Undone, Payload, Format])
        .column(entry_effect::Column::Effect)
}
