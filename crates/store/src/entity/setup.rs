//! A setup: whose it is, how far its tape goes, and its state.

use ink_lamp_sitting::setup::Setup;
use sea_orm::entity::prelude::*;

use crate::stored::Stored;

#[derive(Clone, Debug, PartialEq, DeriveEntityModel)]
#[sea_orm(table_name = "setup")]
pub struct Model {
    #[sea_orm(primary_key, auto_increment = false)]
    pub id: Uuid,
    pub sitting_id: Uuid,
    pub position: i32,
    pub name: String,
    /// How many entries its tape holds.
    pub version: i64,
    /// What the standing entries lead to: derived from the tape.
    #[sea_orm(column_type = "JsonBinary")]
    pub state: Stored<Setup>,
    /// Which format the state has; one of an earlier format is worked out anew.
    pub format: i16,
    /// Why its tape can't be followed, where this version could not: it is shown as it last stood, and not written on.
    pub closed: Option<String>,
    /// By what name it is kept to begin from, where it is.
    pub kept_as: Option<String>,
    /// The last entry that stands, which undo takes back: derived from the tape.
    pub standing: Option<Uuid>,
    /// Ids of entries that can be brought back, the next one last: derived from the tape.
    #[sea_orm(column_type = "JsonBinary")]
    pub undone: Stored<Vec<Uuid>>,
    pub created_at: DateTimeUtc,
    pub updated_at: DateTimeUtc,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {
    #[sea_orm(belongs_to = "super::sitting::Entity", from = "Column::SittingId", to = "super::sitting::Column::Id")]
    Sitting,
}

impl Related<super::sitting::Entity> for Entity {
    fn to() -> RelationDef {
        Relation::Sitting.def()
    }
}

impl ActiveModelBehavior for ActiveModel {}
