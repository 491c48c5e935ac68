//! What came in from devices, and where it went. What asks where it belongs is kept until somebody says it.

use chrono::{DateTime, Utc};
use ink_lamp_light::refusal::Refusal;
use sea_orm::{
    ActiveValue::{NotSet, Set},
    ColumnTrait, EntityTrait, PaginatorTrait, QueryFilter, QueryOrder, QuerySelect,
    sea_query::Expr,
};
use uuid::Uuid;

use crate::{
    came::Came,
    entity::came_in::{ActiveModel, Column, Entity, Model},
    error::{Answer, StoreError, Unreadable},
    patience::patiently,
    store::{Store, is_new},
    stored::Stored,
};

/// So many may ask at once; a device is told to send the next one later.
const MOST_ASKING: u64 = 200;
/// So many that went somewhere are kept.
const KEPT: u64 = 500;

/// Where something went that came in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, serde::Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Went {
    /// To the tape of a look.
    Tape,
    /// It is kept, and asks what it is of.
    Asks,
    /// Somebody put it away.
    Away,
}

impl Went {
    const fn name(self) -> &'static str {
        match self {
            Self::Tape => "tape",
            Self::Asks => "asks",
            Self::Away => "away",
        }
    }

    fn read(name: &str) -> Self {
        match name {
            "tape" => Self::Tape,
            "away" => Self::Away,
            _ => Self::Asks,
        }
    }
}

/// What came in from a device.
#[derive(Debug, Clone, PartialEq)]
pub struct CameIn {
    /// Made by the device; where it went to a tape, its entry has the same.
    pub id: Uuid,
    /// When it happened, by the device.
    pub at: DateTime<Utc>,
    /// When it came.
    pub came_at: DateTime<Utc>,
    /// The device's name.
    pub device: String,
    /// It comes from a stand-in.
    pub simulated: bool,
    /// What it says; or why that can't be read, where a later version wrote it.
    pub told: Result<Came, Unreadable>,
    /// The look whose tape it went to.
    pub look: Option<Uuid>,
    /// Where it went.
    pub went: Went,
}

impl From<Model> for CameIn {
    fn from(row: Model) -> Self {
        let Model { id, at, came_at, device, simulated, told, setup_id, went } = row;
        Self {
            id,
            at,
            came_at,
            device,
            simulated,
            told: told.value("what came in").map_err(|e| Unreadable(e.to_string())),
            look: setup_id,
            went: Went::read(&went),
        }
    }
}

/// Something that just came in.
#[derive(Debug, Clone, PartialEq)]
pub struct JustCame {
    /// Made by the device.
    pub id: Uuid,
    /// When it happened, by the device.
    pub at: DateTime<Utc>,
    /// The device's name.
    pub device: String,
    /// It comes from a stand-in.
    pub simulated: bool,
    /// What it says.
    pub told: Came,
    /// The look whose tape it went to; none where it asks.
    pub look: Option<Uuid>,
}

impl Store {
    /// Keeps what came in, once; and where it went, where it was there before.
    ///
    /// # Errors
    /// As many ask as may, or where the database does not answer.
    pub fn keep_came<'a>(&'a self, came: &'a JustCame) -> Answer<'a, Went> {
        patiently(move || {
            Box::pin(async move {
                if let Some(before) = Entity::find_by_id(came.id).one(&self.db).await? {
                    return Ok(Went::read(&before.went));
                }
                let went = if came.look.is_some() { Went::Tape } else { Went::Asks };
                if went == Went::Asks && Entity::find().filter(Column::Went.eq(Went::Asks.name())).count(&self.db).await? >= MOST_ASKING {
                    let message = format!("{MOST_ASKING} readings wait to be told what they are of. Say it, or put them away.");
                    return Err(Refusal::new("", message).into());
                }
                let row = ActiveModel {
                    id: Set(came.id),
                    at: Set(came.at),
                    came_at: NotSet,
                    device: Set(came.device.clone()),
                    simulated: Set(came.simulated),
                    told: Set(Stored::new(came.told.clone())),
                    setup_id: Set(came.look),
                    went: Set(went.name().to_owned()),
                };
                let written = Entity::insert(row).on_conflict_do_nothing_on([Column::Id]).exec_without_returning(&self.db).await?;
                if is_new(&written) {
                    self.forget_came().await?;
                }
                Ok(went)
            })
        })
    }

    /// Lets go of what went somewhere long ago.
    async fn forget_came(&self) -> Result<(), StoreError> {
        let first: Option<DateTime<Utc>> = Entity::find()
            .filter(Column::Went.ne(Went::Asks.name()))
            .order_by_desc(Column::CameAt)
            .offset(KEPT)
            .select_only()
            .column(Column::CameAt)
            .into_tuple()
            .one(&self.db)
            .await?;
        if let Some(first) = first {
            let old = Entity::delete_many().filter(Column::Went.ne(Went::Asks.name())).filter(Column::CameAt.lte(first));
            old.exec(&self.db).await?;
        }
        Ok(())
    }

    /// What came in, the newest first: all that asks, then so many that went somewhere.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn came_in(&self, most: u64) -> Answer<'_, Vec<CameIn>> {
        patiently(move || {
            Box::pin(async move {
                let of = |asks: bool| {
                    let name = Went::Asks.name();
                    let filter = if asks { Column::Went.eq(name) } else { Column::Went.ne(name) };
                    Entity::find().filter(filter).order_by_desc(Column::CameAt).order_by_desc(Column::Id)
                };
                let mut all = of(true).limit(MOST_ASKING).all(&self.db).await?;
                all.extend(of(false).limit(most).all(&self.db).await?);
                Ok(all.into_iter().map(CameIn::from).collect())
            })
        })
    }

    /// Something that came in.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn came(&self, id: Uuid) -> Answer<'_, CameIn> {
        patiently(move || {
            Box::pin(async move {
                let row = Entity::find_by_id(id).one(&self.db).await?;
                Ok(row.ok_or(StoreError::NotFound { what: "reading", id })?.into())
            })
        })
    }

    /// Says where something went that asked: to the tape of a look, or away.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn came_went(&self, id: Uuid, look: Option<Uuid>) -> Answer<'_, ()> {
        patiently(move || {
            let went = if look.is_some() { Went::Tape } else { Went::Away };
            let to = Entity::update_many()
                .col_expr(Column::Went, Expr::value(went.name()))
                .col_expr(Column::SetupId, Expr::value(look))
                .filter(Column::Id.eq(id))
                .filter(Column::Went.eq(Went::Asks.name()));
            Box::pin(async move {
                to.exec(&self.db).await?;
                Ok(())
            })
        })
    }
}
