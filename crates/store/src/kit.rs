//! The kit: show, take in, forget.

use chrono::{DateTime, Utc};
use ink_lamp_light::{refusal::Refusal, strobe::Unit};
use ink_lamp_sitting::kit::{Calibration, Gear, KitDocument, KitFormat, KitItem, MOST_ITEMS, MOST_SAMPLES, Sample};
use sea_orm::{
    ActiveValue::{NotSet, Set},
    ColumnTrait, ConnectionTrait, EntityTrait, PaginatorTrait, QueryFilter, QueryOrder, QuerySelect, TransactionTrait,
    sea_query::{Expr, OnConflict, SimpleExpr, Value},
};
use uuid::Uuid;

use crate::{
    entity::{calibration_sample, kit_item},
    error::{Answer, StoreError, Unreadable},
    formats::Kept,
    learnt::{Learnt, learn, sample_of},
    patience::patiently,
    store::{self, Store},
    stored::Stored,
};

/// The kit.
#[derive(Debug, Clone, Default)]
pub struct Kit {
    /// The pieces.
    pub items: Vec<KitItem>,
    /// Pieces that are kept and can't be read. One that is put there by the same id takes its place.
    pub unreadable: Vec<UnreadableItem>,
}

/// A piece that can't be read.
#[derive(Debug, Clone)]
pub struct UnreadableItem {
    /// Its id.
    pub id: Uuid,
    /// As it was called.
    pub name: String,
    /// Why it can't be read.
    pub why: Unreadable,
}

/// What an import did.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Imported {
    /// Pieces that were not there.
    pub added: usize,
    /// Pieces that were there and differed.
    pub changed: usize,
    /// Pieces that were there as they are.
    pub same: usize,
    /// Readings' teachings that were not there.
    pub samples: u64,
}

impl Store {
    /// The whole kit, retired pieces too, by kind and name.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn kit(&self) -> Answer<'_, Kit> {
        patiently(move || Box::pin(async move { items(&self.db).await }))
    }

    /// The units that are not retired, by name, as far as they can be read.
    ///
    /// # Errors
    /// Where the database does not answer at once: nothing hangs on them that would be worth a wait.
    pub async fn units(&self) -> Result<Vec<Unit>, StoreError> {
        let strobe = |item: KitItem| match item.is {
            Gear::Strobe(unit) if !item.retired => Some(*unit),
            _ => None,
        };
        Ok(items(&self.db).await?.items.into_iter().filter_map(strobe).collect())
    }

    /// Puts a piece into the kit, or in place of the one with its id. Setups keep their own copy of what they use.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn put_item<'a>(&'a self, item: &'a KitItem) -> Answer<'a, ()> {
        patiently(move || {
            Box::pin(async move {
                let others =
                    kit_item::Entity::find().filter(kit_item::Column::ClearedAt.is_null()).filter(kit_item::Column::Id.ne(item.id));
                if others.count(&self.db).await? >= MOST_ITEMS as u64 {
                    let message = format!("A kit holds {MOST_ITEMS} pieces. Nothing was changed; clear what is not used any more.");
                    return Err(Refusal::new("", message).into());
                }
                put(&self.db, item).await
            })
        })
    }

    /// The kit with what readings taught of it; without what can't be read, which stays where it is.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn export_kit(&self) -> Answer<'_, KitDocument> {
        patiently(move || {
            Box::pin(async move {
                use calibration_sample::Column::{ClearedAt, EntryId};
                // The latest, where there are more than a document takes; what they teach differs by nothing that is told.
                let latest = calibration_sample::Entity::find().filter(ClearedAt.is_null()).order_by_desc(EntryId);
                let rows = latest.limit(MOST_SAMPLES as u64).all(&self.db).await?;
                let samples = rows.iter().rev().filter_map(sample_of).collect();
                Ok(KitDocument { format: KitFormat::Kit1, items: self.kit().await?.items, samples })
            })
        })
    }

    /// Takes a kit in: all of it or nothing. A piece that is there already is replaced.
    ///
    /// # Errors
    /// Refuses a document that [`KitDocument::check`] refuses; where the database does not answer.
    pub fn import_kit<'a>(&'a self, document: &'a KitDocument) -> Answer<'a, Imported> {
        patiently(move || {
            Box::pin(async move {
                document.check()?;
                let tx = self.db.begin().await?;
                let before = items(&tx).await?.items;
                let mut done = Imported::default();
                for item in &document.items {
                    match before.iter().find(|b| b.id == item.id) {
                        Some(same) if same == item => done.same += 1,
                        Some(_) => done.changed += 1,
                        None => done.added += 1,
                    }
                    put(&tx, item).await?;
                }
                done.samples = learn(&tx, &document.samples).await?;
                if before.len() + done.added > MOST_ITEMS {
                    let message = format!("With these the kit would hold more than {MOST_ITEMS} pieces. Nothing was changed.");
                    return Err(Refusal::new("items", message).into());
                }
                store::commit(tx).await?;
                Ok(done)
            })
        })
    }

    /// Empties the kit, and what readings taught of it. Setups keep what they use; [`Self::bring_kit_back`] brings it back.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn clear_kit(&self) -> Answer<'_, ()> {
        patiently(move || Box::pin(async move { mark(self, None, Some(Utc::now())).await.map(|_| ()) }))
    }

    /// Brings back what was cleared away last, and says how many pieces that were.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn bring_kit_back(&self) -> Answer<'_, u64> {
        Box::pin(async move {
            // First when that was: done twice, it brings nothing back that was cleared before.
            let cleared = patiently(move || {
                Box::pin(async move {
                    let pieces = last::<kit_item::Entity>(self, kit_item::Column::ClearedAt).await?;
                    Ok(pieces.max(last::<calibration_sample::Entity>(self, calibration_sample::Column::ClearedAt).await?))
                })
            });
            match cleared.await? {
                Some(last) => patiently(move || Box::pin(mark(self, Some(last), None))).await,
                None => Ok(0),
            }
        })
    }

    /// What readings taught, unit by unit and modifier by modifier.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn learnt(&self) -> Answer<'_, Vec<Learnt>> {
        patiently(move || {
            Box::pin(async move {
                use calibration_sample::Column::{EntryId, ModifierId, RecordedAt, Sd, UnitId};
                let rows = calibration_sample::Entity::find()
                    .filter(calibration_sample::Column::ClearedAt.is_null())
                    .order_by_asc(UnitId)
                    .order_by_asc(ModifierId)
                    .order_by_asc(RecordedAt)
                    // What came in together: the surest of a look is its last.
                    .order_by_desc(Sd)
                    .order_by_asc(EntryId)
                    .all(&self.db)
                    .await?;
                let mut learnt = Vec::new();
                for pair in rows.chunk_by(|a, b| (a.unit_id, a.modifier_id) == (b.unit_id, b.modifier_id)) {
                    let samples: Vec<Sample> = pair.iter().filter_map(sample_of).collect();
                    if let Some(calibration) = Calibration::of(&samples) {
                        learnt.push(Learnt { unit: pair[0].unit_id, modifier: pair[0].modifier_id, calibration });
                    }
                }
                Ok(learnt)
            })
        })
    }

    /// Forgets what readings taught of a unit in a modifier.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn forget(&self, unit: Uuid, modifier: Option<Uuid>) -> Answer<'_, ()> {
        patiently(move || {
            Box::pin(async move {
                use calibration_sample::Column::{ClearedAt, ModifierId, UnitId};
                calibration_sample::Entity::delete_many()
                    .filter(UnitId.eq(unit))
                    .filter(holds(ModifierId, modifier))
                    .filter(ClearedAt.is_null())
                    .exec(&self.db)
                    .await?;
                Ok(())
            })
        })
    }
}

/// When a column's last time was.
async fn last<E: EntityTrait>(store: &Store, column: E::Column) -> Result<Option<DateTime<Utc>>, StoreError> {
    let found: Option<Option<_>> = E::find().select_only().column_as(column.max(), "last").into_tuple().one(&store.db).await?;
    Ok(found.flatten())
}

/// Whether a column holds a value, or nothing.
fn holds<V: Into<Value>>(column: impl ColumnTrait, value: Option<V>) -> SimpleExpr {
    value.map_or_else(|| column.is_null(), |value| column.eq(value))
}

/// Marks all of the kit that was cleared at a time, or that stands, as cleared at another; says how many pieces that were.
async fn mark(store: &Store, from: Option<DateTime<Utc>>, to: Option<DateTime<Utc>>) -> Result<u64, StoreError> {
    use calibration_sample::Column::ClearedAt as Forgotten;
    use kit_item::Column::ClearedAt;
    let tx = store.db.begin().await?;
    let pieces = kit_item::Entity::update_many().col_expr(ClearedAt, Expr::value(to)).filter(holds(ClearedAt, from));
    let samples = calibration_sample::Entity::update_many().col_expr(Forgotten, Expr::value(to)).filter(holds(Forgotten, from));
    let marked = pieces.exec(&tx).await?.rows_affected;
    samples.exec(&tx).await?;
    store::commit(tx).await?;
    Ok(marked)
}

async fn items(db: &impl ConnectionTrait) -> Result<Kit, StoreError> {
    use kit_item::Column::{ClearedAt, Id, Kind, Name};
    let rows = kit_item::Entity::find().filter(ClearedAt.is_null()).order_by_asc(Kind).order_by_asc(Name).order_by_asc(Id).all(db).await?;
    let mut kit = Kit::default();
    for kit_item::Model { id, name, is_what, format, retired, .. } in rows {
        match StoreError::aside(is_what.read(format))? {
            Ok(is) => kit.items.push(KitItem { id, retired, is }),
            Err(why) => kit.unreadable.push(UnreadableItem { id, name, why }),
        }
    }
    Ok(kit)
}

async fn put(db: &impl ConnectionTrait, item: &KitItem) -> Result<(), StoreError> {
    let now = Utc::now();
    let row = kit_item::ActiveModel {
        id: Set(item.id),
        kind: Set(item.is.kind().to_owned()),
        name: Set(item.is.name().to_owned()),
        is_what: Set(Stored::new(item.is.clone())),
        format: Set(Gear::FORMAT),
        retired: Set(item.retired),
        created_at: NotSet,
        updated_at: Set(now),
        cleared_at: Set(None),
    };
    use kit_item::Column::{ClearedAt, Format, Id, IsWhat, Kind, Name, Retired, UpdatedAt};
    let replace = OnConflict::column(Id).update_columns([Kind, Name, IsWhat, Format, Retired, UpdatedAt, ClearedAt]).to_owned();
    kit_item::Entity::insert(row).on_conflict(replace).exec_without_returning(db).await?;
    Ok(())
}
