//! The tape: write on it, read what came earlier, see a moment of it.

use ink_lamp_sitting::{entry::Entry, setup::Setup};
use sea_orm::{ColumnTrait, EntityTrait, QueryFilter, QueryOrder, QuerySelect, TransactionTrait};
use uuid::Uuid;

use crate::{
    append::append_to_family,
    effects,
    entity::{setup, tape_entry},
    error::{Answer, StoreError},
    record::{Appended, NewEntry, TapeItem, TapePart, record_of, with_family},
    state::replayed,
    store::Store,
    stored::parsed,
};

impl Store {
    /// Writes an entry to a setup's tape, in one transaction.
    ///
    /// # Errors
    /// [`StoreError::Refused`] where it can't apply, [`StoreError::Conflict`] where a decision was made on an older version,
    /// [`StoreError::IdTaken`], [`StoreError::NotFound`], [`StoreError::Deleted`], or where the database does not answer.
    pub fn append<'a>(&'a self, setup: Uuid, new: &'a NewEntry) -> Answer<'a, Appended> {
        Box::pin(async move {
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
        })
    }

    /// The last `most` items of a tape before place `before`; places are counted from 1, so `version + 1` is the end.
    ///
    /// # Errors
    /// Where the database does not answer or a line can't be read. A setup that does not exist has no items.
    pub fn tape(&self, setup: Uuid, before: i64, most: u32) -> Answer<'_, TapePart> {
        Box::pin(async move {
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
            let ids: Vec<Uuid> = rows.iter().map(|row| row.id).collect();
            let mut effects = effects::of(&self.db, setup, &ids).await?;
            let items = rows
                .into_iter()
                .map(|row| {
                    let effect = effects.remove(&row.id).unwrap_or_default();
                    Ok(TapeItem { id: row.id, seq: row.seq, at: row.at, undone: row.undone, entry: parsed("entry", &row.payload)?, effect })
                })
                .collect::<Result<_, StoreError>>()?;
            Ok(TapePart { items, earlier })
        })
    }

    /// The setup as it stood right after an entry of its tape.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn setup_at(&self, setup: Uuid, entry: Uuid) -> Answer<'_, Setup> {
        Box::pin(async move {
            let row = tape_entry::Entity::find_by_id(entry).one(&self.db).await?.filter(|row| row.setup_id == setup);
            let row = row.ok_or(StoreError::NotFound { what: "entry", id: entry })?;
            replayed(&self.db, setup, row.seq).await
        })
    }
}

fn facts(setup: Uuid) -> sea_orm::Select<tape_entry::Entity> {
    tape_entry::Entity::find().filter(tape_entry::Column::SetupId.eq(setup)).filter(tape_entry::Column::Kind.is_not_in(["undo", "redo"]))
}
