//! What readings taught.

use ink_lamp_light::scale::Stops;
use ink_lamp_sitting::kit::{Calibration, Sample};
use sea_orm::{
    ActiveValue::{NotSet, Set},
    ColumnTrait, ConnectionTrait, EntityTrait, ExprTrait, QueryFilter,
    sea_query::{Expr, OnConflict},
};
use uuid::Uuid;

use crate::{
    entity::calibration_sample::{self, Model},
    error::StoreError,
};

/// What readings taught of a unit in a modifier.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Learnt {
    /// The unit's id.
    pub unit: Uuid,
    /// The modifier's id.
    pub modifier: Option<Uuid>,
    /// What was learnt.
    pub calibration: Calibration,
}

/// What a reading taught; nothing where the number can't be one.
pub(crate) fn sample_of(row: &Model) -> Option<Sample> {
    let offset = Stops::new(row.stops).ok()?;
    let sd = row.sd.and_then(|sd| Stops::new(sd).ok());
    Some(Sample { entry: row.entry_id, unit: row.unit_id, modifier: row.modifier_id, offset, sd, look: row.look_id })
}

/// So many rows go in at once: far from the most parameters of a statement.
const AT_ONCE: usize = 1000;

/// Keeps what readings taught, and says of how many that was new.
pub(crate) async fn learn(db: &impl ConnectionTrait, samples: &[Sample]) -> Result<u64, StoreError> {
    use calibration_sample::Column::{ClearedAt, EntryId, LookId, ModifierId, Sd, Stops, UnitId};
    let mut learnt = 0;
    for some in samples.chunks(AT_ONCE) {
        let rows = some.iter().map(|sample| calibration_sample::ActiveModel {
            entry_id: Set(sample.entry),
            unit_id: Set(sample.unit),
            modifier_id: Set(sample.modifier),
            stops: Set(sample.offset.get()),
            sd: Set(sample.sd.map(ink_lamp_light::scale::Stops::get)),
            look_id: Set(sample.look),
            recorded_at: NotSet,
            cleared_at: Set(None),
        });
        // What was cleared away is taught anew; what stands already stays.
        let anew = OnConflict::column(EntryId)
            .update_columns([UnitId, ModifierId, Stops, Sd, LookId, ClearedAt])
            .action_and_where(Expr::col((calibration_sample::Entity, ClearedAt)).is_not_null())
            .to_owned();
        learnt += calibration_sample::Entity::insert_many(rows).on_conflict(anew).exec_without_returning(db).await?;
    }
    Ok(learnt)
}

/// Takes back what readings taught, since the readings were.
pub(crate) async fn unlearn(db: &impl ConnectionTrait, entries: Vec<Uuid>) -> Result<(), StoreError> {
    calibration_sample::Entity::delete_many().filter(calibration_sample::Column::EntryId.is_in(entries)).exec(db).await?;
    Ok(())
}
