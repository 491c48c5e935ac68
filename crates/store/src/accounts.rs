//! Who comes in with a name and a pass phrase. There is one owner at most.

use chrono::Utc;
use ink_lamp_light::{name::checked_name, refusal::Refusal};
use sea_orm::{
    ActiveModelTrait,
    ActiveValue::{NotSet, Set},
    ColumnTrait, EntityTrait, QueryFilter, QueryOrder,
    sea_query::{Expr, ExprTrait, Func, OnConflict},
};
use uuid::Uuid;

use crate::{
    door_role::DoorRole,
    entity::account::{ActiveModel, Column, Entity, Model},
    error::{Answer, StoreError},
    patience::patiently,
    sessions::end_where,
    store::{self, Store},
};

/// Who comes in with a name and a pass phrase.
#[derive(Debug, Clone)]
pub struct Account {
    /// Its id.
    pub id: Uuid,
    /// 1 to 60 characters; no other account has it, however it is written.
    pub name: String,
    /// Owner, assistant or guest.
    pub role: DoorRole,
    /// The pass phrase's argon2id hash, in PHC form.
    pub pass_phrase: String,
}

impl From<Model> for Account {
    fn from(row: Model) -> Self {
        Self { id: row.id, name: row.name, role: DoorRole::read(&row.role), pass_phrase: row.pass_phrase }
    }
}

fn named(name: &str) -> sea_orm::Select<Entity> {
    Entity::find().filter(Expr::expr(Func::lower(Expr::col(Column::Name))).eq(name.trim().to_lowercase()))
}

impl Store {
    /// The owner, where there is one.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn owner(&self) -> Answer<'_, Option<Account>> {
        patiently(move || {
            let owner = Entity::find().filter(Column::Role.eq(DoorRole::Owner.name()));
            Box::pin(async move { Ok(owner.one(&self.db).await?.map(Account::from)) })
        })
    }

    /// An account by its name, however it is written.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn account_named<'a>(&'a self, name: &'a str) -> Answer<'a, Option<Account>> {
        patiently(move || Box::pin(async move { Ok(named(name).one(&self.db).await?.map(Account::from)) }))
    }

    /// All accounts, the owner's first.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn accounts(&self) -> Answer<'_, Vec<Account>> {
        patiently(move || {
            Box::pin(async move {
                let mut all: Vec<Account> =
                    Entity::find().order_by_asc(Column::Name).all(&self.db).await?.into_iter().map(Account::from).collect();
                all.sort_by_key(|account| account.role != DoorRole::Owner);
                Ok(all)
            })
        })
    }

    /// Makes an account.
    ///
    /// # Errors
    /// A name that is none or that another account has, a second owner, or where the database does not answer.
    pub fn make_account<'a>(&'a self, account: &'a Account) -> Answer<'a, ()> {
        patiently(move || {
            Box::pin(async move {
                let row = ActiveModel {
                    id: Set(account.id),
                    name: Set(checked_name(&account.name)?),
                    role: Set(account.role.name().to_owned()),
                    pass_phrase: Set(account.pass_phrase.clone()),
                    created_at: NotSet,
                    changed_at: NotSet,
                };
                // By id and by name.
                let either = OnConflict::new().do_nothing().to_owned();
                let made = Entity::insert(row).on_conflict(either).try_insert().exec_without_returning(&self.db).await?;
                if store::is_new(&made) || Entity::find_by_id(account.id).one(&self.db).await?.is_some() {
                    return Ok(());
                }
                if account.role == DoorRole::Owner && self.owner().await?.is_some() {
                    return Err(Refusal::new("role", "There is an owner already. There is one at most.").into());
                }
                Err(Refusal::new("name", format!("Somebody is called {} already. Choose another name.", account.name.trim())).into())
            })
        })
    }

    /// Gives an account another pass phrase; all its devices but one are let out.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn set_pass_phrase<'a>(&'a self, id: Uuid, hash: &'a str, keep: Option<Uuid>) -> Answer<'a, ()> {
        patiently(move || {
            Box::pin(async move {
                let row = ActiveModel { id: Set(id), pass_phrase: Set(hash.to_owned()), changed_at: Set(Utc::now()), ..Default::default() };
                match row.update(&self.db).await {
                    Err(sea_orm::DbErr::RecordNotUpdated) => return Err(StoreError::NotFound { what: "account", id }),
                    other => other?,
                };
                end_where(&self.db, Some(id), keep).await
            })
        })
    }

    /// Takes an account away, and lets its devices out. The owner stays.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], a refusal of the owner, or where the database does not answer.
    pub fn remove_account(&self, id: Uuid) -> Answer<'_, Account> {
        patiently(move || {
            Box::pin(async move {
                let row = Entity::find_by_id(id).one(&self.db).await?.ok_or(StoreError::NotFound { what: "account", id })?;
                let account = Account::from(row);
                if account.role == DoorRole::Owner {
                    return Err(Refusal::new("", "The owner can't be taken away. Change the pass phrase instead.").into());
                }
                end_where(&self.db, Some(id), None).await?;
                Entity::delete_by_id(id).exec(&self.db).await?;
                Ok(account)
            })
        })
    }
}
