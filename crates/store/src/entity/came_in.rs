//! What came in from a device.

use sea_orm::entity::prelude::*;

use crate::{came::Came, stored::Stored};

#[derive(Clone, Debug, PartialEq, DeriveEntityModel)]
#[sea_orm(table_name = "came_in")]
pub struct Model {
    #[sea_orm(primary_key, auto_increment = false)]
    pub id: Uuid,
    /// When it happened, by the device.
    pub at: DateTimeUtc,
    /// When it came, by us.
    pub came_at: DateTimeUtc,
    /// The device's name.
    pub device: String,
    pub simulated: bool,
    #[sea_orm(column_type = "JsonBinary")]
    pub told: Stored<Came>,
    /// The look whose tape it went to.
    pub setup_id: Option<Uuid>,
    /// `tape`, `asks` or `away`.
    pub went: String,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
