//! A device that was let in.

use sea_orm::entity::prelude::*;

#[derive(Clone, Debug, PartialEq, Eq, DeriveEntityModel)]
#[sea_orm(table_name = "door_session")]
pub struct Model {
    #[sea_orm(primary_key, auto_increment = false)]
    pub id: Uuid,
    /// SHA-256 of the token that it carries.
    pub token: Vec<u8>,
    pub name: String,
    pub role: String,
    /// Whose it is, where somebody signed in on it; none where it came in by a code.
    pub account_id: Option<Uuid>,
    /// So long after it was seen last it may come back.
    pub lives_seconds: i32,
    pub created_at: DateTimeUtc,
    pub seen_at: DateTimeUtc,
    pub ended_at: Option<DateTimeUtc>,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
