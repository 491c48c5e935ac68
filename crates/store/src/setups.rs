use chrono::{DateTime, Utc};
use ink_lamp_light::name::checked_name;
use ink_lamp_sitting::setup::Setup;
use sea_orm::{
    ActiveModelTrait, ActiveValue::Set, ColumnTrait, ConnectionTrait, EntityTrait, PaginatorTrait, QueryFilter, QueryOrder, QuerySelect,
    QueryTrait, TransactionTrait,
};
use uuid::Uuid;

use crate::{
    NewEntry, Sitting, Store, StoreError,
    entity::{setup, sitting},
    sittings::with_looks,
    tape,
};

/// A look to be made.
#[derive(Debug, Clone)]
pub struct NewLook {
    /// Made by the client: sent twice, it is made once.
    pub id: Uuid,
    /// 1 to 60 characters.
    pub name: String,
}

/// A look of a sitting: one setup.
#[derive(Debug, Clone)]
pub struct Look {
    /// Its id.
    pub id: Uuid,
    /// Its name.
    pub name: String,
    /// How many entries its tape holds.
    pub version: i64,
    /// When its tape was written to last.
    pub updated_at: DateTime<Utc>,
}

impl From<&setup::Model> for Look {
    fn from(row: &setup::Model) -> Self {
        Self { id: row.id, name: row.name.clone(), version: row.version, updated_at: row.updated_at }
    }
}

/// A setup as it stands, with the sitting it belongs to.
#[derive(Debug, Clone)]
pub struct SetupRecord {
    /// Its sitting, with all looks.
    pub sitting: Sitting,
    /// The look itself.
    pub look: Look,
    /// How it stands.
    pub setup: Setup,
    /// What undo takes back, if anything.
    pub undo: Option<Uuid>,
    /// What redo brings back, if anything.
    pub redo: Option<Uuid>,
}

impl Store {
    /// A setup as it stands.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub async fn setup(&self, id: Uuid) -> Result<SetupRecord, StoreError> {
        record_of(&self.db, id, with_family(&self.db, id).await?).await
    }

    /// Adds a look to a sitting, from scratch or from another look.
    ///
    /// # Errors
    /// A name that is none, an unknown sitting or look, an id that is taken, or where the database does not answer.
    pub async fn create_look(&self, sitting: Uuid, new: &NewLook, from: Option<Uuid>) -> Result<SetupRecord, StoreError> {
        let start = match from {
            None => None,
            Some(from) => Some(self.start_from_look(from).await?),
        };
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
        tx.commit().await?;
        self.setup(new.id).await
    }

    /// Renames a look.
    ///
    /// # Errors
    /// A name that is none, [`StoreError::NotFound`], or where the database does not answer.
    pub async fn rename_look(&self, id: Uuid, name: &str) -> Result<SetupRecord, StoreError> {
        let name = checked_name(name)?;
        match (setup::ActiveModel { id: Set(id), name: Set(name), ..Default::default() }).update(&self.db).await {
            Err(sea_orm::DbErr::RecordNotUpdated) => Err(StoreError::NotFound { what: "setup", id }),
            row => {
                row?;
                self.setup(id).await
            }
        }
    }
}

/// Makes a look; where it begins from another one, the entry that starts it carries the look's own id.
pub(crate) async fn create_on(
    db: &impl ConnectionTrait,
    sitting: Uuid,
    position: i32,
    new: &NewLook,
    start: Option<&NewEntry>,
    now: DateTime<Utc>,
) -> Result<(), StoreError> {
    let empty = Setup::default();
    let row = setup::ActiveModel {
        id: Set(new.id),
        sitting_id: Set(sitting),
        position: Set(position),
        name: Set(checked_name(&new.name)?),
        version: Set(0),
        state: Set(tape::json(&empty)?),
        standing: Set(None),
        undone: Set(tape::json(&Vec::<Uuid>::new())?),
        created_at: Set(now),
        updated_at: Set(now),
    };
    let made = setup::Entity::insert(row).on_conflict_do_nothing_on([setup::Column::Id]).exec_without_returning(db).await?;
    if !crate::is_new(&made) {
        return Err(StoreError::IdTaken(new.id));
    }
    if let Some(start) = start {
        let row = setup::Entity::find_by_id(new.id).one(db).await?.ok_or(StoreError::NotFound { what: "setup", id: new.id })?;
        tape::append_on(db, row, &NewEntry { id: new.id, ..start.clone() }).await?;
    }
    Ok(())
}

/// A setup's row with its sitting's and those of all its looks, in one query.
pub(crate) async fn with_family(db: &impl ConnectionTrait, id: Uuid) -> Result<(sitting::Model, Vec<setup::Model>), StoreError> {
    let mine = setup::Entity::find().select_only().column(setup::Column::SittingId).filter(setup::Column::Id.eq(id)).into_query();
    let found = sitting::Entity::find()
        .filter(sitting::Column::Id.in_subquery(mine))
        .find_with_related(setup::Entity)
        .order_by_asc(setup::Column::Position)
        .all(db)
        .await?;
    found.into_iter().next().ok_or(StoreError::NotFound { what: "setup", id })
}

/// A setup as it stands, from rows that were read.
pub(crate) async fn record_of(
    db: &impl ConnectionTrait,
    id: Uuid,
    family: (sitting::Model, Vec<setup::Model>),
) -> Result<SetupRecord, StoreError> {
    let (sitting, looks) = family;
    let row = looks.iter().find(|row| row.id == id).ok_or(StoreError::NotFound { what: "setup", id })?;
    let setup = state_of(db, row).await?;
    let redo = tape::undone_of(row)?.last().copied();
    Ok(SetupRecord { sitting: with_looks(sitting, &looks), look: Look::from(row), setup, undo: row.standing, redo })
}

/// The stored state; one that an older version wrote and this one can't read is worked out anew from the tape.
pub(crate) async fn state_of(db: &impl ConnectionTrait, row: &setup::Model) -> Result<Setup, StoreError> {
    match serde_json::from_value(row.state.clone()) {
        Ok(setup) => Ok(setup),
        Err(error) => {
            tracing::warn!(setup = %row.id, %error, "stored state can't be read; replaying the tape");
            tape::replayed(db, row.id, i64::MAX).await
        }
    }
}
