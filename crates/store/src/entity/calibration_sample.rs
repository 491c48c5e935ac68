//! A sample of how a unit differs from its dial.

use sea_orm::entity::prelude::*;

#[derive(Clone, Debug, PartialEq, DeriveEntityModel)]
#[sea_orm(table_name = "calibration_sample")]
pub struct Model {
    /// The reading's entry on a tape, here or where the kit came from.
    #[sea_orm(primary_key, auto_increment = false)]
    pub entry_id: Uuid,
    pub unit_id: Uuid,
    pub modifier_id: Option<Uuid>,
    /// Brighter (+) or darker (−) than the model.
    pub stops: f64,
    /// How surely, one standard deviation; not known of readings of earlier versions.
    pub sd: Option<f64>,
    /// The look that it was read in; not known of what came in with a kit of an earlier version.
    pub look_id: Option<Uuid>,
    pub recorded_at: DateTimeUtc,
    /// When it was cleared away with the whole kit; it can be brought back.
    pub cleared_at: Option<DateTimeUtc>,
}

#[derive(Copy, Clone, Debug, EnumIter, DeriveRelation)]
pub enum Relation {}

impl ActiveModelBehavior for ActiveModel {}
