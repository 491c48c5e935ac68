//! Who came, was let in or out, was refused; what was shared, taken out or deleted.

use sea_orm::entity::prelude::*;

#[derive(Clone, Debug, PartialEq, Eq, DeriveEntityModel)]
#[sea_orm(table_name = "audit")]
pub struct Model {
    #[sea_orm(primary_key)]
    pub id: i64,
    pub at: DateTimeUtc,
    pub what: String,
    pub who: Option<String>,
    pub role: Option<String>,
    pub address: Option<String>,
    /// The sitting's number.
    pub sitting: Option<i64>,
    /// The look's place in its sitting, from 1.
    pub look: Option<i32>,
    pub told: Option<String>,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
