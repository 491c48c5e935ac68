//! What an entry did, as numbers, beside the tape.

use sea_orm::entity::prelude::*;

#[derive(Clone, Debug, PartialEq, DeriveEntityModel)]
#[sea_orm(table_name = "entry_effect")]
pub struct Model {
    /// The entry on a tape.
    #[sea_orm(primary_key, auto_increment = false)]
    pub entry_id: Uuid,
    /// What it did, in numbers.
    #[sea_orm(column_type = "JsonBinary")]
    pub effect: Json,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
