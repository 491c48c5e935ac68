//! A try of a drill.

use sea_orm::entity::prelude::*;

#[derive(Clone, Debug, PartialEq, DeriveEntityModel)]
#[sea_orm(table_name = "drill_run")]
pub struct Model {
    #[sea_orm(primary_key, auto_increment = false)]
    pub id: Uuid,
    /// The look in which it is done.
    pub setup_id: Uuid,
    /// Which drill.
    pub drill: String,
    /// What its studio is drawn from.
    pub seed: String,
    pub alone: bool,
    pub by_whom: Option<String>,
    pub began_at: DateTimeUtc,
    /// Done, or ended without.
    pub ended_at: Option<DateTimeUtc>,
    /// What came of it; none where it was ended without being done.
    #[sea_orm(column_type = "JsonBinary", nullable)]
    pub tried: Option<Json>,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
