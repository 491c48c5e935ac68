//! Who came, was let in or out, was refused; what was shared, taken out or deleted. Sittings and looks stand in it by number, never by name.

use chrono::{DateTime, TimeDelta, Utc};
use sea_orm::{
    ActiveValue::{NotSet, Set},
    ColumnTrait, Condition, EntityTrait, QueryFilter, QueryOrder, QuerySelect,
    sea_query::{Expr, ExprTrait},
};

use crate::{
    entity::{
        audit::{ActiveModel, Column, Entity, Model},
        door_code, door_session, share,
    },
    error::{Answer, StoreError},
    patience::patiently,
    store::Store,
};

/// So many days it is kept.
const KEPT_DAYS: i64 = 400;

/// A line of the audit log.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct AuditLine {
    /// Its place, counted up.
    pub id: i64,
    /// When.
    pub at: DateTime<Utc>,
    /// What: `signed_in`.
    pub what: String,
    /// Who, as the device or the account is called.
    pub who: Option<String>,
    /// As what.
    pub role: Option<String>,
    /// From which address.
    pub address: Option<String>,
    /// About which sitting, by its number.
    pub sitting: Option<i64>,
    /// About which of its looks, by its place, from 1.
    pub look: Option<i32>,
    /// What else there is to know.
    pub told: Option<String>,
}

impl From<Model> for AuditLine {
    fn from(row: Model) -> Self {
        let Model { id, at, what, who, role, address, sitting, look, told } = row;
        Self { id, at, what, who, role, address, sitting, look, told }
    }
}

impl Store {
    /// Writes a line.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn audit(&self, line: AuditLine) -> Answer<'_, ()> {
        Box::pin(async move {
            let AuditLine { at, what, who, role, address, sitting, look, told, .. } = line;
            let row = ActiveModel {
                id: NotSet,
                at: Set(at),
                what: Set(what),
                who: Set(who),
                role: Set(role),
                address: Set(address),
                sitting: Set(sitting),
                look: Set(look),
                told: Set(told),
            };
            Entity::insert(row).exec_without_returning(&self.db).await?;
            Ok(())
        })
    }

    /// At most `most` lines before a place, the newest first.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn audited(&self, before: Option<i64>, most: u64) -> Answer<'_, Vec<AuditLine>> {
        patiently(move || {
            let mut lines = Entity::find().order_by_desc(Column::Id).limit(most);
            if let Some(before) = before {
                lines = lines.filter(Column::Id.lt(before));
            }
            Box::pin(async move { Ok(lines.all(&self.db).await?.into_iter().map(AuditLine::from).collect()) })
        })
    }

    /// Forgets what is kept no longer: lines of the log after 400 days, and codes, devices and links that were over for as long.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn sweep_doors(&self, now: DateTime<Utc>) -> Answer<'_, ()> {
        patiently(move || {
            Box::pin(async move {
                let old = now - TimeDelta::days(KEPT_DAYS);
                Entity::delete_many().filter(Column::At.lt(old)).exec(&self.db).await?;
                door_code::Entity::delete_many().filter(door_code::Column::Until.lt(now - TimeDelta::days(1))).exec(&self.db).await?;
                let over = Condition::any()
                    .add(door_session::Column::EndedAt.lt(old))
                    .add(Expr::cust("seen_at + make_interval(secs => lives_seconds)").lt(old));
                door_session::Entity::delete_many().filter(over).exec(&self.db).await?;
                share::Entity::delete_many().filter(share::Column::Until.lt(old)).exec(&self.db).await?;
                Ok::<_, StoreError>(())
            })
        })
    }
}
