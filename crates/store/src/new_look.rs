//! Making a look.

use chrono::{DateTime, Utc};
use ink_lamp_light::name::checked_name;
use ink_lamp_sitting::setup::Setup;
use sea_orm::{ActiveValue::Set, ConnectionTrait, EntityTrait};
use uuid::Uuid;

use crate::{
    append,
    entity::setup,
    error::StoreError,
    formats::Kept,
    record::{NewEntry, NewLook},
    store,
    stored::Stored,
};

/// Makes a look; where it begins from another one, the entry that starts it carries the look's own id.
pub(crate) async fn create_on(
    db: &impl ConnectionTrait,
    sitting: Uuid,
    position: i32,
    new: &NewLook,
    start: Option<&NewEntry>,
    now: DateTime<Utc>,
) -> Result<(), StoreError> {
    let row = setup::ActiveModel {
        id: Set(new.id),
        sitting_id: Set(sitting),
        position: Set(position),
        name: Set(checked_name(&new.name)?),
        version: Set(0),
        state: Set(Stored::new(Setup::default())),
        format: Set(Setup::FORMAT),
        closed: Set(None),
        kept_as: Set(None),
        standing: Set(None),
        undone: Set(Stored::new(Vec::new())),
        created_at: Set(now),
        updated_at: Set(now),
    };
    let made = setup::Entity::insert(row).on_conflict_do_nothing_on([setup::Column::Id]).exec_without_returning(db).await?;
    if !store::is_new(&made) {
        return Err(StoreError::IdTaken(new.id));
    }
    if let Some(start) = start {
        let row = setup::Entity::find_by_id(new.id).one(db).await?.ok_or(StoreError::NotFound { what: "setup", id: new.id })?;
        append::append_on(db, row, &NewEntry { id: new.id, ..start.clone() }).await?;
    }
    Ok(())
}
