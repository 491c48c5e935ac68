//! A folder that frames are taken from.

use sea_orm::entity::prelude::*;

#[derive(Clone, Debug, PartialEq, Eq, DeriveEntityModel)]
#[sea_orm(table_name = "watched_folder")]
pub struct Model {
    #[sea_orm(primary_key, auto_increment = false)]
    pub folder: String,
    /// Since when it is watched.
    pub since: DateTimeUtc,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
