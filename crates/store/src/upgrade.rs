//! Bringing a record to this version: its tables, then the states of its looks.

use ink_lamp_sitting::setup::Setup;
use sea_orm::{
    ActiveModelTrait, ActiveValue::Set, ColumnTrait, Condition, ConnectOptions, Database, EntityTrait, QueryFilter, QueryOrder,
    QuerySelect, TransactionTrait,
};
use sea_orm_migration::MigratorTrait;
use uuid::Uuid;

use crate::{
    entity::setup::{self, ActiveModel, Column},
    error::{Answer, StoreError},
    formats::Kept,
    migration::Migrator,
    state::replayed,
    store::{self, Store},
    stored::Stored,
};

/// So many looks are asked for at once.
const AT_ONCE: u64 = 100;

impl Store {
    /// Brings the database to this version's tables, and each look's state to this version's format. Two servers may do it at once: one waits
    /// for the other.
    ///
    /// # Errors
    /// Where the database refuses.
    pub fn migrate(&self) -> Answer<'_, ()> {
        Box::pin(async move {
            // With a connection of its own that waits for the other server as long as it takes.
            let patient = Database::connect(ConnectOptions::new(&self.url).max_connections(1).sqlx_logging(false).to_owned()).await?;
            Migrator::up(&patient, None).await?;
            patient.close().await?;
            let mut after = Uuid::nil();
            loop {
                let older = setup::Entity::find().select_only().column(Column::Id).filter(is_older()).filter(Column::Id.gt(after));
                let looks: Vec<Uuid> = older.order_by_asc(Column::Id).limit(AT_ONCE).into_tuple().all(&self.db).await?;
                let Some(last) = looks.last() else { return Ok(()) };
                after = *last;
                tracing::info!(looks = looks.len(), "states are brought to this version's format");
                for look in looks {
                    self.bring_up(look).await?;
                }
            }
        })
    }

    /// Works a look's state out anew from its tape. One whose tape can't be followed keeps the state that it has, and is closed until it can.
    async fn bring_up(&self, look: Uuid) -> Result<(), StoreError> {
        let tx = self.db.begin().await?;
        let row = setup::Entity::find_by_id(look).filter(is_older()).lock_exclusive().one(&tx).await?;
        let Some(row) = row else { return Ok(()) };
        let as_it_stands = match StoreError::aside(replayed(&tx, look, row.version).await)? {
            Ok(state) => {
                ActiveModel { state: Set(Stored::new(state)), format: Set(Setup::FORMAT), closed: Set(None), ..Default::default() }
            }
            Err(why) => ActiveModel { closed: Set(Some(why.0)), ..Default::default() },
        };
        (ActiveModel { id: Set(look), ..as_it_stands }).update(&tx).await?;
        store::commit(tx).await?;
        Ok(())
    }
}

/// What this version has not brought up yet, or could not.
fn is_older() -> Condition {
    Condition::any().add(Column::Format.lt(Setup::FORMAT)).add(Column::Closed.is_not_null())
}
