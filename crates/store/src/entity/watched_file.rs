//! A file of a watched folder that was taken.

use sea_orm::entity::prelude::*;

#[derive(Clone, Debug, PartialEq, Eq, DeriveEntityModel)]
#[sea_orm(table_name = "watched_file")]
pub struct Model {
    #[sea_orm(primary_key, auto_increment = false)]
    pub folder: String,
    #[sea_orm(primary_key, auto_increment = false)]
    pub name: String,
    /// Bytes.
    #[sea_orm(primary_key, auto_increment = false)]
    pub size: i64,
    /// When it was changed last, microseconds since 1970.
    #[sea_orm(primary_key, auto_increment = false)]
    pub changed: i64,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
