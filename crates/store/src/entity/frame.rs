//! A frame whose picture is kept.

use sea_orm::entity::prelude::*;

use crate::{shot::FileTold, stored::Stored};

#[derive(Clone, Debug, PartialEq, DeriveEntityModel)]
#[sea_orm(table_name = "frame")]
pub struct Model {
    /// The picture's id, which entries on the tape name.
    #[sea_orm(primary_key, auto_increment = false)]
    pub id: Uuid,
    /// The look that it was taken into.
    pub setup_id: Uuid,
    /// SHA-256 of the file.
    pub hash: Vec<u8>,
    /// The file's name.
    pub file: String,
    /// What the file says.
    #[sea_orm(column_type = "JsonBinary")]
    pub told: Stored<FileTold>,
    /// Pixels across of the file's picture.
    pub width: i32,
    pub height: i32,
    /// Of the picture that is kept.
    pub kept_width: i32,
    pub kept_height: i32,
    pub taken_in: DateTimeUtc,
    /// 0, not rated, to 5.
    pub rating: i16,
    pub note: Option<String>,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
