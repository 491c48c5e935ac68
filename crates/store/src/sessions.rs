//! Devices that were let in: each has a token of its own, of which only the hash is kept.

use chrono::{DateTime, TimeDelta, Utc};
use ink_lamp_light::{name::checked_name, refusal::Refusal};
use sea_orm::{
    ActiveModelTrait, ActiveValue::Set, ColumnTrait, ConnectionTrait, EntityTrait, PaginatorTrait, QueryFilter, QueryOrder, sea_query::Expr,
};
use uuid::Uuid;

use crate::{
    door_role::DoorRole,
    entity::door_session::{ActiveModel, Column, Entity, Model},
    error::{Answer, StoreError},
    patience::patiently,
    store::Store,
};

/// So many devices may be in at once.
const MOST_SESSIONS: u64 = 500;

/// A device that was let in.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Session {
    /// Its id.
    pub id: Uuid,
    /// As it is called: `Phone beside the sitter`.
    pub name: String,
    /// As what it may be here.
    pub role: DoorRole,
    /// Whose it is, where somebody signed in on it; none where it came in by a code.
    pub account: Option<Uuid>,
    /// So long after it was seen last it may come back, seconds.
    pub lives_seconds: i32,
    /// When it came in.
    pub created_at: DateTime<Utc>,
    /// When it was seen last.
    pub seen_at: DateTime<Utc>,
    /// When it was let out, where it was.
    pub ended_at: Option<DateTime<Utc>>,
}

impl Session {
    /// When it is no longer let in, unless it is seen before.
    #[must_use]
    pub fn expires_at(&self) -> DateTime<Utc> {
        self.seen_at + TimeDelta::seconds(i64::from(self.lives_seconds))
    }
}

impl From<Model> for Session {
    fn from(row: Model) -> Self {
        let Model { id, name, role, account_id, lives_seconds, created_at, seen_at, ended_at, .. } = row;
        Self { id, name, role: DoorRole::read(&role), account: account_id, lives_seconds, created_at, seen_at, ended_at }
    }
}

fn live() -> sea_orm::Select<Entity> {
    Entity::find().filter(Column::EndedAt.is_null()).filter(Expr::cust("seen_at + make_interval(secs => lives_seconds) > now()"))
}

/// Lets devices out: all, or those of an account; but for one.
pub(crate) async fn end_where(db: &impl ConnectionTrait, account: Option<Uuid>, but: Option<Uuid>) -> Result<(), StoreError> {
    let mut end = Entity::update_many().col_expr(Column::EndedAt, Expr::value(Some(Utc::now()))).filter(Column::EndedAt.is_null());
    if let Some(account) = account {
        end = end.filter(Column::AccountId.eq(account));
    }
    if let Some(but) = but {
        end = end.filter(Column::Id.ne(but));
    }
    end.exec(db).await?;
    Ok(())
}

impl Store {
    /// Lets a device in; `token` is the SHA-256 of what it carries.
    ///
    /// # Errors
    /// A name that is none, as many as may be in, or where the database does not answer.
    pub fn begin_session<'a>(&'a self, session: &'a Session, token: [u8; 32]) -> Answer<'a, ()> {
        patiently(move || {
            Box::pin(async move {
                if live().count(&self.db).await? >= MOST_SESSIONS {
                    return Err(Refusal::new("", format!("{MOST_SESSIONS} devices are in. Let some out first.")).into());
                }
                let row = ActiveModel {
                    id: Set(session.id),
                    token: Set(token.to_vec()),
                    name: Set(checked_name(&session.name)?),
                    role: Set(session.role.name().to_owned()),
                    account_id: Set(session.account),
                    lives_seconds: Set(session.lives_seconds),
                    created_at: Set(session.created_at),
                    seen_at: Set(session.seen_at),
                    ended_at: Set(None),
                };
                Entity::insert(row).on_conflict_do_nothing_on([Column::Id]).exec_without_returning(&self.db).await?;
                Ok(())
            })
        })
    }

    /// The device that carries a token, also where it was let out or stayed away for too long.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn session_of(&self, token: [u8; 32]) -> Answer<'_, Option<Session>> {
        patiently(move || {
            let mine = Entity::find().filter(Column::Token.eq(token.to_vec()));
            Box::pin(async move { Ok(mine.one(&self.db).await?.map(Session::from)) })
        })
    }

    /// A device was seen.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn session_seen(&self, id: Uuid, at: DateTime<Utc>) -> Answer<'_, ()> {
        patiently(move || {
            let seen = Entity::update_many().col_expr(Column::SeenAt, Expr::value(at)).filter(Column::Id.eq(id));
            Box::pin(async move {
                seen.exec(&self.db).await?;
                Ok(())
            })
        })
    }

    /// Who is in, who came first first.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn sessions(&self) -> Answer<'_, Vec<Session>> {
        patiently(move || {
            let all = live().order_by_asc(Column::CreatedAt).order_by_asc(Column::Id);
            Box::pin(async move { Ok(all.all(&self.db).await?.into_iter().map(Session::from).collect()) })
        })
    }

    /// Gives a device another name or role.
    ///
    /// # Errors
    /// A name that is none, [`StoreError::NotFound`], or where the database does not answer.
    pub fn change_session<'a>(&'a self, id: Uuid, name: Option<&'a str>, role: Option<DoorRole>) -> Answer<'a, Session> {
        patiently(move || {
            Box::pin(async move {
                let row = Entity::find_by_id(id).filter(Column::EndedAt.is_null()).one(&self.db).await?;
                let row = row.ok_or(StoreError::NotFound { what: "device", id })?;
                let mut to = ActiveModel { id: Set(id), ..Default::default() };
                if let Some(name) = name {
                    to.name = Set(checked_name(name)?);
                }
                if let Some(role) = role {
                    to.role = Set(role.name().to_owned());
                }
                if name.is_none() && role.is_none() { Ok(row.into()) } else { Ok(to.update(&self.db).await?.into()) }
            })
        })
    }

    /// Lets all devices out.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn let_all_out(&self) -> Answer<'_, ()> {
        patiently(move || Box::pin(end_where(&self.db, None, None)))
    }

    /// Lets a device out. Done twice, it is out.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn end_session(&self, id: Uuid) -> Answer<'_, Session> {
        patiently(move || {
            Box::pin(async move {
                let row = Entity::find_by_id(id).one(&self.db).await?.ok_or(StoreError::NotFound { what: "device", id })?;
                if row.ended_at.is_some() {
                    return Ok(row.into());
                }
                let to = ActiveModel { id: Set(id), ended_at: Set(Some(Utc::now())), ..Default::default() };
                Ok(to.update(&self.db).await?.into())
            })
        })
    }
}
