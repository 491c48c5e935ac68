//! A thing of the kit.

use ink_lamp_sitting::kit::Gear;
use sea_orm::entity::prelude::*;

use crate::stored::Stored;

#[derive(Clone, Debug, PartialEq, DeriveEntityModel)]
#[sea_orm(table_name = "kit_item")]
pub struct Model {
    /// Made by the client, so that a piece sent twice is there once.
    #[sea_orm(primary_key, auto_increment = false)]
    pub id: Uuid,
    pub kind: String,
    pub name: String,
    /// The piece as its sheet describes it.
    #[sea_orm(column_type = "JsonBinary")]
    pub is_what: Stored<Gear>,
    /// Which format that has.
    pub format: i16,
    /// No longer offered.
    pub retired: bool,
    /// When it was cleared away with the whole kit; it can be brought back.
    pub cleared_at: Option<DateTimeUtc>,
    pub created_at: DateTimeUtc,
    pub updated_at: DateTimeUtc,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
