//! What an entry did, as numbers, beside the tape.

use ink_lamp_scene::effect::Effect;
use sea_orm::entity::prelude::*;

use crate::stored::Stored;

#[derive(Clone, Debug, PartialEq, DeriveEntityModel)]
#[sea_orm(table_name = "entry_effect")]
pub struct Model {
    /// The entry on a tape.
    #[sea_orm(primary_key, auto_increment = false)]
    pub entry_id: Uuid,
    /// What it did, in numbers.
    #[sea_orm(column_type = "JsonBinary")]
    pub effect: Stored<Effect>,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
