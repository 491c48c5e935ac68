//! A look that is shown by link.

use sea_orm::entity::prelude::*;

#[derive(Clone, Debug, PartialEq, Eq, DeriveEntityModel)]
#[sea_orm(table_name = "share")]
pub struct Model {
    #[sea_orm(primary_key, auto_increment = false)]
    pub id: Uuid,
    pub token: String,
    pub look_id: Uuid,
    /// As it stood at this version of its tape; as it stands where there is none.
    pub version: Option<i64>,
    /// Whether its frames are shown.
    pub pictures: bool,
    pub created_at: DateTimeUtc,
    pub until: DateTimeUtc,
    pub ended_at: Option<DateTimeUtc>,
    pub opened: i64,
    pub opened_at: Option<DateTimeUtc>,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
