//! Bringing a record to this version: its tables, then the states of its looks.

use sea_orm::{
    ActiveModelTrait, ActiveValue::Set, ColumnTrait, ConnectOptions, Database, EntityTrait, QueryFilter, QueryOrder, QuerySelect,
    TransactionTrait,
};
use sea_orm_migration::MigratorTrait;
use uuid::Uuid;

use crate::{
    entity::setup::{self, ActiveModel, Column},
    error::{Answer, StoreError},
    migration::Migrator,
    state::{FORMAT, replayed},
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
                let older =
                    setup::Entity::find().select_only().column(Column::Id).filter(Column::Format.lt(FORMAT)).filter(Column::Id.gt(after));
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

    /// Works a look's state out anew from its tape. One whose tape can't be replayed keeps the state that it has.
    async fn bring_up(&self, look: Uuid) -> Result<(), StoreError> {
        let tx = self.db.begin().await?;
        let row = setup::Entity::find_by_id(look).filter(Column::Format.lt(FORMAT)).lock_exclusive().one(&tx).await?;
        let Some(row) = row else { return Ok(()) };
        if let Ok(state) = StoreError::aside(replayed(&tx, look, row.version).await)? {
            (ActiveModel { id: Set(look), state: Set(Stored::new(state)), format: Set(FORMAT), ..Default::default() }).update(&tx).await?;
        }
        store::commit(tx).await?;
        Ok(())
    }
}
