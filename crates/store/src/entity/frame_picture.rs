//! The picture of a frame.

use sea_orm::entity::prelude::*;

#[derive(Clone, Debug, PartialEq, Eq, DeriveEntityModel)]
#[sea_orm(table_name = "frame_picture")]
pub struct Model {
    #[sea_orm(primary_key, auto_increment = false)]
    pub frame_id: Uuid,
    /// A JPEG, sRGB, upright.
    pub picture: Vec<u8>,
    /// The same, small.
    pub small: Vec<u8>,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
