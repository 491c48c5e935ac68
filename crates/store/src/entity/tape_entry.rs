//! An entry of the tape, never changed once written.

use ink_lamp_sitting::entry::Entry;
use sea_orm::entity::prelude::*;

use crate::stored::Stored;

#[derive(Clone, Debug, PartialEq, DeriveEntityModel)]
#[sea_orm(table_name = "tape_entry")]
pub struct Model {
    /// Made by the client, so that an entry sent twice is taken once.
    #[sea_orm(primary_key, auto_increment = false)]
    pub id: Uuid,
    pub setup_id: Uuid,
    /// Place on the tape, from 1.
    pub seq: i64,
    pub kind: String,
    #[sea_orm(column_type = "JsonBinary")]
    pub payload: Stored<Entry>,
    /// Which format the payload has.
    pub format: i16,
    /// The words of earlier versions; written empty and read no more, since an entry and its effect say all.
    #[sea_orm(column_type = "JsonBinary")]
    pub line: Json,
    /// When it happened, by the client's clock.
    pub at: DateTimeUtc,
    /// When it was written down here.
    pub recorded_at: DateTimeUtc,
    /// Who wrote it, where somebody was signed in.
    pub by_whom: Option<String>,
    /// Taken back by a later entry: derived from the tape.
    pub undone: bool,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
