//! A code that lets one device in, once.

use sea_orm::entity::prelude::*;

#[derive(Clone, Debug, PartialEq, Eq, DeriveEntityModel)]
#[sea_orm(table_name = "door_code")]
pub struct Model {
    #[sea_orm(primary_key, auto_increment = false)]
    pub id: Uuid,
    /// SHA-256 of its signs.
    pub code: Vec<u8>,
    pub role: String,
    /// The look whose board is opened first.
    pub look_id: Option<Uuid>,
    pub until: DateTimeUtc,
    pub used_at: Option<DateTimeUtc>,
    pub ended_at: Option<DateTimeUtc>,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
