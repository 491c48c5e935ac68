//! Looks that are shown by link: to be read, until a day.

use chrono::{DateTime, Utc};
use ink_lamp_light::refusal::Refusal;
use sea_orm::{
    ActiveModelTrait,
    ActiveValue::Set,
    ColumnTrait, EntityTrait, PaginatorTrait, QueryFilter, QueryOrder, QuerySelect,
    sea_query::{Expr, ExprTrait},
};
use uuid::Uuid;

use crate::{
    entity::{
        setup,
        share::{ActiveModel, Column, Entity, Model},
        sitting,
    },
    error::{Answer, StoreError},
    patience::patiently,
    store::Store,
};

/// So many links may be open at once.
const MOST_SHARES: u64 = 500;
/// So many are listed.
const LISTED: u64 = 200;

/// A look that is shown by link.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Share {
    /// Its id.
    pub id: Uuid,
    /// What its link carries.
    pub token: String,
    /// The look.
    pub look: Uuid,
    /// As it stood at this version of its tape; as it stands where there is none.
    pub version: Option<i64>,
    /// Whether its frames are shown.
    pub pictures: bool,
    /// When it was made.
    pub created_at: DateTime<Utc>,
    /// Until when it is shown.
    pub until: DateTime<Utc>,
    /// When it was ended, where it was.
    pub ended_at: Option<DateTime<Utc>>,
    /// How often it was opened.
    pub opened: i64,
    /// When it was opened last.
    pub opened_at: Option<DateTime<Utc>>,
}

impl From<Model> for Share {
    fn from(row: Model) -> Self {
        let Model { id, token, look_id, version, pictures, created_at, until, ended_at, opened, opened_at } = row;
        Self { id, token, look: look_id, version, pictures, created_at, until, ended_at, opened, opened_at }
    }
}

/// Which look something is about: by number, so that no name is told where none should be.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct LookNumber {
    /// The sitting's number.
    pub sitting: i64,
    /// The look's place in its sitting, from 1.
    pub look: i32,
    /// The sitting's name.
    pub sitting_name: String,
    /// The look's name.
    pub look_name: String,
    /// Whether its sitting was deleted.
    pub deleted: bool,
}

/// A look's id, place and name, its sitting's number and name, and when that was deleted.
type Row = (Uuid, i32, String, i64, String, Option<DateTime<Utc>>);

impl Store {
    /// Makes a link. Made twice by the same id, it is made once.
    ///
    /// # Errors
    /// An unknown look or one of a deleted sitting, a version that its tape never had, as many as may be open, or where the database does not answer.
    pub fn make_share<'a>(&'a self, share: &'a Share) -> Answer<'a, Share> {
        patiently(move || {
            Box::pin(async move {
                let record = self.setup(share.look).await?;
                if record.sitting.deleted_at.is_some() {
                    return Err(StoreError::Deleted { number: record.sitting.number });
                }
                let version = record.look.version;
                if share.version.is_some_and(|at| !(0..=version).contains(&at)) {
                    return Err(Refusal::new("version", format!("That look is at version {version}: give one from 0 to that.")).into());
                }
                let open = Entity::find().filter(Column::EndedAt.is_null()).filter(Expr::cust("until > now()"));
                if open.count(&self.db).await? >= MOST_SHARES {
                    return Err(Refusal::new("", format!("{MOST_SHARES} links are open. End some first.")).into());
                }
                let row = ActiveModel {
                    id: Set(share.id),
                    token: Set(share.token.clone()),
                    look_id: Set(share.look),
                    version: Set(share.version),
                    pictures: Set(share.pictures),
                    created_at: Set(share.created_at),
                    until: Set(share.until),
                    ended_at: Set(None),
                    opened: Set(0),
                    opened_at: Set(None),
                };
                Entity::insert(row).on_conflict_do_nothing_on([Column::Id]).exec_without_returning(&self.db).await?;
                let made = Entity::find_by_id(share.id).one(&self.db).await?.ok_or(StoreError::NotFound { what: "link", id: share.id })?;
                if made.look_id == share.look { Ok(made.into()) } else { Err(StoreError::IdTaken(share.id)) }
            })
        })
    }

    /// The last 200 links, the newest first.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn shares(&self) -> Answer<'_, Vec<Share>> {
        patiently(move || {
            let all = Entity::find().order_by_desc(Column::CreatedAt).order_by_desc(Column::Id).limit(LISTED);
            Box::pin(async move { Ok(all.all(&self.db).await?.into_iter().map(Share::from).collect()) })
        })
    }

    /// The link that carries a token, also where it is over.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn share_of<'a>(&'a self, token: &'a str) -> Answer<'a, Option<Share>> {
        patiently(move || {
            let mine = Entity::find().filter(Column::Token.eq(token));
            Box::pin(async move { Ok(mine.one(&self.db).await?.map(Share::from)) })
        })
    }

    /// A link was opened.
    ///
    /// # Errors
    /// Where the database does not answer. It is not tried again: it would be counted twice.
    pub fn share_opened(&self, id: Uuid) -> Answer<'_, ()> {
        Box::pin(async move {
            Entity::update_many()
                .col_expr(Column::Opened, Expr::col(Column::Opened).add(1))
                .col_expr(Column::OpenedAt, Expr::value(Some(Utc::now())))
                .filter(Column::Id.eq(id))
                .exec(&self.db)
                .await?;
            Ok(())
        })
    }

    /// Ends a link. Done twice, it is ended.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn end_share(&self, id: Uuid) -> Answer<'_, Share> {
        patiently(move || {
            Box::pin(async move {
                let row = Entity::find_by_id(id).one(&self.db).await?.ok_or(StoreError::NotFound { what: "link", id })?;
                if row.ended_at.is_some() {
                    return Ok(row.into());
                }
                let to = ActiveModel { id: Set(id), ended_at: Set(Some(Utc::now())), ..Default::default() };
                Ok(to.update(&self.db).await?.into())
            })
        })
    }

    /// Numbers and names of looks, in no order; what is not there is left out.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn look_numbers<'a>(&'a self, looks: &'a [Uuid]) -> Answer<'a, Vec<(Uuid, LookNumber)>> {
        patiently(move || {
            Box::pin(async move {
                let rows: Vec<Row> = setup::Entity::find()
                    .inner_join(sitting::Entity)
                    .filter(setup::Column::Id.is_in(looks.iter().copied()))
                    .select_only()
                    .columns([setup::Column::Id, setup::Column::Position, setup::Column::Name])
                    .columns([sitting::Column::Number, sitting::Column::Name, sitting::Column::DeletedAt])
                    .into_tuple()
                    .all(&self.db)
                    .await?;
                let numbered = |(id, look, look_name, sitting, sitting_name, deleted_at): Row| {
                    (id, LookNumber { sitting, look, sitting_name, look_name, deleted: deleted_at.is_some() })
                };
                Ok(rows.into_iter().map(numbered).collect())
            })
        })
    }

    /// The look that was worked on last, of a sitting that is not deleted.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn open_look(&self) -> Answer<'_, Option<Uuid>> {
        patiently(move || {
            Box::pin(async move {
                let last = setup::Entity::find()
                    .inner_join(sitting::Entity)
                    .filter(sitting::Column::DeletedAt.is_null())
                    .filter(sitting::Column::Practice.eq(false))
                    .order_by_desc(setup::Column::UpdatedAt)
                    .select_only()
                    .column(setup::Column::Id);
                Ok(last.into_tuple().one(&self.db).await?)
            })
        })
    }
}
