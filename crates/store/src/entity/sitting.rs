//! A sitting.

use sea_orm::entity::prelude::*;

#[derive(Clone, Debug, PartialEq, Eq, DeriveEntityModel)]
#[sea_orm(table_name = "sitting")]
pub struct Model {
    #[sea_orm(primary_key, auto_increment = false)]
    pub id: Uuid,
    /// Given by the database, in order of creation.
    pub number: i64,
    pub name: String,
    pub created_at: DateTimeUtc,
    /// Deleted is out of sight, never gone.
    pub deleted_at: Option<DateTimeUtc>,
    /// The studio of a drill: in no list, and nothing begins from it.
    pub practice: bool,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {
    #[sea_orm(has_many = "super::setup::Entity")]
    Setup,
}

impl Related<super::setup::Entity> for Entity {
    fn to() -> RelationDef {
        Relation::Setup.def()
    }
}

impl ActiveModelBehavior for ActiveModel {}
