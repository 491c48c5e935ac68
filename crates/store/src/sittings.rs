//! Sittings: list, begin, rename, delete, restore.

use std::sync::Arc;

use chrono::Utc;
use ink_lamp_light::name::checked_name;
use sea_orm::{
    ActiveModelTrait,
    ActiveValue::{NotSet, Set},
    ColumnTrait, ConnectionTrait, EntityTrait, QueryFilter, QueryOrder, TransactionTrait,
};
use uuid::Uuid;

use crate::{
    entity::{forgotten, setup, sitting},
    error::{Answer, StoreError},
    new_look,
    patience::patiently,
    record::{NewSitting, Sitting, SittingRow, Source, with_looks},
    state::state_of,
    store::{self, Store},
};

impl Store {
    /// Sittings, the one worked on last first. `find` looks into the names of sittings and looks; `deleted` lists what was deleted.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn sittings<'a>(&'a self, find: &'a str, deleted: bool) -> Answer<'a, Vec<SittingRow>> {
        patiently(move || {
            Box::pin(async move {
                let gone = if deleted { sitting::Column::DeletedAt.is_not_null() } else { sitting::Column::DeletedAt.is_null() };
                let rows = sitting::Entity::find()
                    .filter(gone)
                    .filter(sitting::Column::Practice.eq(false))
                    .find_with_related(setup::Entity)
                    .order_by_asc(setup::Column::Position)
                    .all(&self.db)
                    .await?;
                let find = find.trim().to_lowercase();
                let mut list = Vec::with_capacity(rows.len());
                for (row, looks) in rows {
                    let named = |name: &str| str::to_lowercase(name).contains(&find);
                    let numbered = find.strip_prefix('#').unwrap_or(&find) == row.number.to_string();
                    if !(find.is_empty() || numbered || named(&row.name) || looks.iter().any(|l| named(&l.name))) {
                        continue;
                    }
                    let Some(last) = looks.iter().max_by_key(|l| l.updated_at) else { continue };
                    let (id, updated_at) = (last.id, last.updated_at);
                    let setup = StoreError::aside(state_of(&self.db, last).await)?;
                    list.push(SittingRow { sitting: with_looks(row, &looks), last: id, updated_at, setup });
                }
                list.sort_by_key(|row| std::cmp::Reverse(row.updated_at));
                Ok(list)
            })
        })
    }

    /// One sitting.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn sitting(&self, id: Uuid) -> Answer<'_, Sitting> {
        patiently(move || Box::pin(async move { sitting_on(&self.db, id).await }))
    }

    /// Makes a sitting with its first look.
    ///
    /// # Errors
    /// A name that is none, an unknown look to begin from, an entry that can't apply, an id that is taken, or where the database does not answer.
    pub fn create_sitting(&self, new: NewSitting) -> Answer<'_, Sitting> {
        let new = Arc::new(new);
        patiently(move || {
            let new = Arc::clone(&new);
            Box::pin(async move {
                let name = checked_name(&new.name)?;
                let start = self.start_entry(None, new.from.map(|look| Source { look, at: None }), &new.entries, new.by.clone()).await?;
                // Looked for first: a refused insert would use up a number.
                let again = |before: Sitting| {
                    let same = before.looks.first().is_some_and(|l| l.id == new.look.id);
                    if same { Ok(before) } else { Err(StoreError::IdTaken(new.id)) }
                };
                match self.sitting(new.id).await {
                    Err(StoreError::NotFound { .. }) => {}
                    before => return again(before?),
                }
                if forgotten::Entity::find_by_id(new.id).one(&self.db).await?.is_some() {
                    return Err(StoreError::Forgotten);
                }
                let tx = self.db.begin().await?;
                let row = sitting::ActiveModel {
                    id: Set(new.id),
                    number: NotSet,
                    name: Set(name),
                    created_at: Set(new.at),
                    deleted_at: Set(None),
                    practice: Set(false),
                };
                let made =
                    sitting::Entity::insert(row).on_conflict_do_nothing_on([sitting::Column::Id]).exec_without_returning(&tx).await?;
                if !store::is_new(&made) {
                    tx.rollback().await?;
                    return again(self.sitting(new.id).await?);
                }
                new_look::create_on(&tx, new.id, 1, &new.look, start.as_ref(), new.at).await?;
                store::commit(tx).await?;
                self.sitting(new.id).await
            })
        })
    }

    /// Renames a sitting.
    ///
    /// # Errors
    /// A name that is none, [`StoreError::NotFound`], or where the database does not answer.
    pub fn rename_sitting<'a>(&'a self, id: Uuid, name: &'a str) -> Answer<'a, Sitting> {
        patiently(move || {
            Box::pin(async move {
                let name = checked_name(name)?;
                self.change_sitting(id, sitting::ActiveModel { id: Set(id), name: Set(name), ..Default::default() }).await
            })
        })
    }

    /// Deletes a sitting, or brings a deleted one back. Nothing of its record is lost by it.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn set_deleted(&self, id: Uuid, deleted: bool) -> Answer<'_, Sitting> {
        patiently(move || {
            Box::pin(async move {
                let at = deleted.then(Utc::now);
                self.change_sitting(id, sitting::ActiveModel { id: Set(id), deleted_at: Set(at), ..Default::default() }).await
            })
        })
    }

    async fn change_sitting(&self, id: Uuid, change: sitting::ActiveModel) -> Result<Sitting, StoreError> {
        match change.update(&self.db).await {
            Err(sea_orm::DbErr::RecordNotUpdated) => Err(StoreError::NotFound { what: "sitting", id }),
            other => {
                other?;
                self.sitting(id).await
            }
        }
    }
}

pub(crate) async fn sitting_on(db: &impl ConnectionTrait, id: Uuid) -> Result<Sitting, StoreError> {
    let row = sitting::Entity::find_by_id(id).one(db).await?.ok_or(StoreError::NotFound { what: "sitting", id })?;
    let looks = setup::Entity::find().filter(setup::Column::SittingId.eq(id)).order_by_asc(setup::Column::Position).all(db).await?;
    Ok(with_looks(row, &looks))
}
