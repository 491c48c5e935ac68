use chrono::{DateTime, Utc};
use ink_lamp_light::name::checked_name;
use ink_lamp_sitting::{
    entry::{Entry, Start},
    setup::Setup,
};
use sea_orm::{
    ActiveModelTrait,
    ActiveValue::{NotSet, Set},
    ColumnTrait, ConnectionTrait, EntityTrait, QueryFilter, QueryOrder, TransactionTrait,
};
use uuid::Uuid;

use crate::{
    Look, NewEntry, NewLook, Store, StoreError,
    entity::{setup, sitting},
    setups::state_of,
};

/// A sitting to be made.
#[derive(Debug, Clone)]
pub struct NewSitting {
    /// Made by the client: sent twice, it is made once.
    pub id: Uuid,
    /// 1 to 60 characters.
    pub name: String,
    /// Its first look.
    pub look: NewLook,
    /// A sitting whose last look is the start of the first one here.
    pub from: Option<Uuid>,
    /// When it was begun.
    pub at: DateTime<Utc>,
}

/// A sitting with its looks.
#[derive(Debug, Clone)]
pub struct Sitting {
    /// Its id.
    pub id: Uuid,
    /// Counted from 1 in order of creation.
    pub number: i64,
    /// Its name.
    pub name: String,
    /// When it was made.
    pub created_at: DateTime<Utc>,
    /// When it was deleted, if it was.
    pub deleted_at: Option<DateTime<Utc>>,
    /// Its looks in order.
    pub looks: Vec<Look>,
}

/// A sitting in a list, with the look that was worked on last.
#[derive(Debug, Clone)]
pub struct SittingRow {
    /// The sitting.
    pub sitting: Sitting,
    /// The look that was worked on last.
    pub last: Uuid,
    /// When that was.
    pub updated_at: DateTime<Utc>,
    /// How that look stands.
    pub setup: Setup,
}

pub(crate) fn with_looks(row: sitting::Model, looks: &[setup::Model]) -> Sitting {
    let sitting::Model { id, number, name, created_at, deleted_at } = row;
    Sitting { id, number, name, created_at, deleted_at, looks: looks.iter().map(Look::from).collect() }
}

impl Store {
    /// Sittings, the one worked on last first. `find` looks into the names of sittings and looks; `deleted` lists what was deleted.
    ///
    /// # Errors
    /// Where the database does not answer, or a stored setup can't be read.
    pub async fn sittings(&self, find: &str, deleted: bool) -> Result<Vec<SittingRow>, StoreError> {
        let gone = if deleted { sitting::Column::DeletedAt.is_not_null() } else { sitting::Column::DeletedAt.is_null() };
        let rows = sitting::Entity::find()
            .filter(gone)
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
            let setup = state_of(&self.db, last).await?;
            list.push(SittingRow { sitting: with_looks(row, &looks), last: id, updated_at, setup });
        }
        list.sort_by_key(|row| std::cmp::Reverse(row.updated_at));
        Ok(list)
    }

    /// One sitting.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub async fn sitting(&self, id: Uuid) -> Result<Sitting, StoreError> {
        sitting_on(&self.db, id).await
    }

    /// Makes a sitting with its first look.
    ///
    /// # Errors
    /// A name that is none, an unknown sitting to begin from, an id that is taken, or where the database does not answer.
    pub async fn create_sitting(&self, new: NewSitting) -> Result<Sitting, StoreError> {
        let name = checked_name(&new.name)?;
        let start = match new.from {
            None => None,
            Some(from) => Some(self.start_from(from).await?),
        };
        // Looked for first: a refused insert would use up a number.
        let again = |before: Sitting| {
            let same = before.looks.first().is_some_and(|l| l.id == new.look.id);
            if same { Ok(before) } else { Err(StoreError::IdTaken(new.id)) }
        };
        match self.sitting(new.id).await {
            Err(StoreError::NotFound { .. }) => {}
            before => return again(before?),
        }
        let tx = self.db.begin().await?;
        let row = sitting::ActiveModel { id: Set(new.id), number: NotSet, name: Set(name), created_at: Set(new.at), deleted_at: Set(None) };
        let made = sitting::Entity::insert(row).on_conflict_do_nothing_on([sitting::Column::Id]).exec_without_returning(&tx).await?;
        if !crate::is_new(&made) {
            tx.rollback().await?;
            return again(self.sitting(new.id).await?);
        }
        crate::setups::create_on(&tx, new.id, 1, &new.look, start.as_ref(), new.at).await?;
        tx.commit().await?;
        self.sitting(new.id).await
    }

    /// What the last look of a sitting hands on to a copy: the entry that starts it.
    async fn start_from(&self, from: Uuid) -> Result<NewEntry, StoreError> {
        let sitting = self.sitting(from).await?;
        let last = sitting.looks.iter().max_by_key(|l| l.updated_at).ok_or(StoreError::NotFound { what: "sitting", id: from })?;
        self.start_from_look(last.id).await
    }

    pub(crate) async fn start_from_look(&self, look: Uuid) -> Result<NewEntry, StoreError> {
        let record = self.setup(look).await?;
        let from = format!("{}, {}", record.sitting.name, record.look.name).chars().take(60).collect();
        let entry = Entry::Start(Start { from, setup: Box::new(record.setup.as_start()) });
        Ok(NewEntry { id: Uuid::nil(), base: Some(0), at: Utc::now(), entry })
    }

    /// Renames a sitting.
    ///
    /// # Errors
    /// A name that is none, [`StoreError::NotFound`], or where the database does not answer.
    pub async fn rename_sitting(&self, id: Uuid, name: &str) -> Result<Sitting, StoreError> {
        let name = checked_name(name)?;
        self.change_sitting(id, sitting::ActiveModel { id: Set(id), name: Set(name), ..Default::default() }).await
    }

    /// Deletes a sitting, or brings a deleted one back. Nothing of its record is lost by it.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub async fn set_deleted(&self, id: Uuid, deleted: bool) -> Result<Sitting, StoreError> {
        let at = deleted.then(Utc::now);
        self.change_sitting(id, sitting::ActiveModel { id: Set(id), deleted_at: Set(at), ..Default::default() }).await
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
