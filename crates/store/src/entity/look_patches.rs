//! The patches that are remembered for a look's frames.

use sea_orm::entity::prelude::*;

use crate::{shot::NamedPatch, stored::Stored};

#[derive(Clone, Debug, PartialEq, DeriveEntityModel)]
#[sea_orm(table_name = "look_patches")]
pub struct Model {
    #[sea_orm(primary_key, auto_increment = false)]
    pub setup_id: Uuid,
    #[sea_orm(column_type = "JsonBinary")]
    pub patches: Stored<Vec<NamedPatch>>,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
