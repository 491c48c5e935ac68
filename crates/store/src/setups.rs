//! Setups (looks): begin, show, rename.

use chrono::Utc;
use ink_lamp_light::name::checked_name;
use sea_orm::{ActiveModelTrait, ActiveValue::Set, ColumnTrait, EntityTrait, PaginatorTrait, QueryFilter, QuerySelect, TransactionTrait};
use uuid::Uuid;

use crate::{
    entity::{setup, sitting},
    error::{Answer, StoreError},
    new_look::create_on,
    patience::patiently,
    record::{NewLook, SetupRecord, Source, record_of, with_family},
    store::{self, Store},
};

impl Store {
    /// A setup as it stands.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn setup(&self, id: Uuid) -> Answer<'_, SetupRecord> {
        patiently(move || Box::pin(async move { record_of(&self.db, id, with_family(&self.db, id).await?).await }))
    }

    /// Adds a look to a sitting, from scratch or from another look; `by` says who does.
    ///
    /// # Errors
    /// A name that is none, an unknown sitting, look or entry, an id that is taken, or where the database does not answer.
    pub fn create_look<'a>(
        &'a self,
        sitting: Uuid,
        new: &'a NewLook,
        from: Option<Source>,
        by: Option<&'a str>,
    ) -> Answer<'a, SetupRecord> {
        patiently(move || {
            Box::pin(async move {
                let start = self.start_entry(Some(sitting), from, &[], by.map(str::to_owned)).await?;
                let tx = self.db.begin().await?;
                // One at a time adds a look to a sitting.
                let row = sitting::Entity::find_by_id(sitting).lock_exclusive().one(&tx).await?;
                let row = row.ok_or(StoreError::NotFound { what: "sitting", id: sitting })?;
                if let Some(before) = setup::Entity::find_by_id(new.id).one(&tx).await? {
                    return if before.sitting_id == sitting {
                        record_of(&tx, new.id, with_family(&tx, new.id).await?).await
                    } else {
                        Err(StoreError::IdTaken(new.id))
                    };
                }
                if row.deleted_at.is_some() {
                    return Err(StoreError::Deleted { number: row.number });
                }
                let looks = setup::Entity::find().filter(setup::Column::SittingId.eq(sitting)).count(&tx).await?;
                create_on(&tx, sitting, i32::try_from(looks + 1).unwrap_or(i32::MAX), new, start.as_ref(), Utc::now()).await?;
                store::commit(tx).await?;
                self.setup(new.id).await
            })
        })
    }

    /// Renames a look.
    ///
    /// # Errors
    /// A name that is none, [`StoreError::NotFound`], or where the database does not answer.
    pub fn rename_look<'a>(&'a self, id: Uuid, name: &'a str) -> Answer<'a, SetupRecord> {
        patiently(move || {
            Box::pin(async move {
                let name = Set(checked_name(name)?);
                self.change_look(id, setup::ActiveModel { name, ..Default::default() }).await
            })
        })
    }

    /// Keeps a look to begin from, by a name; none lets it go.
    ///
    /// # Errors
    /// A name that is none, [`StoreError::NotFound`], or where the database does not answer.
    pub fn keep_look<'a>(&'a self, id: Uuid, name: Option<&'a str>) -> Answer<'a, SetupRecord> {
        patiently(move || {
            Box::pin(async move {
                let kept_as = Set(name.map(checked_name).transpose()?);
                self.change_look(id, setup::ActiveModel { kept_as, ..Default::default() }).await
            })
        })
    }

    async fn change_look(&self, id: Uuid, to: setup::ActiveModel) -> Result<SetupRecord, StoreError> {
        match (setup::ActiveModel { id: Set(id), ..to }).update(&self.db).await {
            Err(sea_orm::DbErr::RecordNotUpdated) => Err(StoreError::NotFound { what: "setup", id }),
            row => {
                row?;
                self.setup(id).await
            }
        }
    }
}
