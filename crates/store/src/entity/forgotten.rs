//! What was forgotten for good: its id alone, so that nobody makes it again.

use sea_orm::entity::prelude::*;

#[derive(Clone, Debug, PartialEq, Eq, DeriveEntityModel)]
#[sea_orm(table_name = "forgotten")]
pub struct Model {
    /// A sitting's or a look's.
    #[sea_orm(primary_key, auto_increment = false)]
    pub id: Uuid,
    pub at: DateTimeUtc,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
