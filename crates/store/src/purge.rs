//! Forgetting deleted sittings for good.

use chrono::{DateTime, Utc};
use ink_lamp_light::refusal::Refusal;
use sea_orm::{
    ColumnTrait, ConnectionTrait, DatabaseTransaction, EntityTrait, PaginatorTrait, QueryFilter, QueryOrder, QuerySelect, Statement,
    TransactionTrait, sea_query::Value,
};
use uuid::Uuid;

use crate::{
    entity::{forgotten, setup, sitting, tape_entry},
    error::{Answer, StoreError},
    patience::patiently,
    starts,
    store::{self, Store},
};

/// What was forgotten.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Forgotten {
    /// So many sittings.
    pub sittings: u64,
    /// With so many looks.
    pub looks: u64,
    /// And so many entries.
    pub entries: u64,
}

/// What stands in copies in place of what they were copied from.
const NAMELESS: &str = "a sitting that was forgotten";

impl Store {
    /// Forgets a deleted sitting for good: its looks, its entries, and its name, also where copies name it. What its readings taught the
    /// kit stays, without a name. `name` is the sitting's, said once more by who wants it.
    ///
    /// # Errors
    /// Another name, [`StoreError::NotFound`], [`StoreError::NotDeleted`], or where the database does not answer.
    pub fn forget_sitting<'a>(&'a self, id: Uuid, name: &'a str) -> Answer<'a, Forgotten> {
        patiently(move || {
            Box::pin(async move {
                let tx = self.db.begin().await?;
                let Some(row) = sitting::Entity::find_by_id(id).lock_exclusive().one(&tx).await? else {
                    // Forgotten already: the answer was lost.
                    let gone = forgotten::Entity::find_by_id(id).one(&tx).await?;
                    return gone.map(|_| Forgotten::default()).ok_or(StoreError::NotFound { what: "sitting", id });
                };
                if row.deleted_at.is_none() {
                    return Err(StoreError::NotDeleted { number: row.number });
                }
                if row.name != name.trim() {
                    let message = format!("Say the name of the sitting that is to be forgotten: {}.", row.name);
                    return Err(Refusal::new("name", message).into());
                }
                let done = forget(&tx, &[row]).await?;
                store::commit(tx).await?;
                self.sweep().await;
                Ok(done)
            })
        })
    }

    /// Forgets all sittings for good that were deleted before a time. `sittings` is how many that are, said by who wants it.
    ///
    /// # Errors
    /// Another number, or where the database does not answer.
    pub fn forget_deleted_before(&self, time: DateTime<Utc>, sittings: u64) -> Answer<'_, Forgotten> {
        patiently(move || {
            Box::pin(async move {
                let tx = self.db.begin().await?;
                let older = sitting::Entity::find().filter(sitting::Column::DeletedAt.lt(time)).order_by_asc(sitting::Column::Id);
                let rows = older.lock_exclusive().all(&tx).await?;
                let found = rows.len() as u64;
                if found != sittings {
                    let message = format!("{found} sittings were deleted before then, and not {sittings}. Look again.");
                    return Err(Refusal::new("sittings", message).into());
                }
                let done = forget(&tx, &rows).await?;
                store::commit(tx).await?;
                self.sweep().await;
                Ok(done)
            })
        })
    }

    /// Whether a sitting or a look was forgotten for good.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn is_forgotten(&self, id: Uuid) -> Answer<'_, bool> {
        patiently(move || Box::pin(async move { Ok(forgotten::Entity::find_by_id(id).one(&self.db).await?.is_some()) }))
    }

    /// Lets the database give up the room of rows that are gone; what it can't now it does by itself later.
    async fn sweep(&self) {
        for table in ["entry_effect", "frame_picture", "frame", "tape_entry", "setup", "sitting"] {
            if let Err(error) = self.db.execute_unprepared(&format!("vacuum {table}")).await {
                tracing::warn!(%error, table, "what was forgotten is swept later");
            }
        }
    }
}

async fn forget(tx: &DatabaseTransaction, sittings: &[sitting::Model]) -> Result<Forgotten, StoreError> {
    let theirs = || sittings.iter().map(|row| row.id);
    let looks = setup::Entity::find().filter(setup::Column::SittingId.is_in(theirs())).lock_exclusive().all(tx).await?;
    let ids: Vec<Uuid> = looks.iter().map(|look| look.id).collect();
    // Copies of earlier versions say only in words where they come from, in 60 characters at most.
    let words = |look: &setup::Model| {
        let sitting = sittings.iter().find(|row| row.id == look.sitting_id)?;
        Some(starts::from_words(&sitting.name, &look.name).chars().take(60).collect())
    };
    let named: Vec<String> = looks.iter().filter_map(words).collect();
    let entries = tape_entry::Entity::find().filter(tape_entry::Column::SetupId.is_in(ids.clone())).count(tx).await?;
    tx.execute_unprepared("set local ink_lamp.forgets = 'yes'").await?;
    let run =
        |sql: &'static str, values: Vec<Value>| tx.execute_raw(Statement::from_sql_and_values(tx.get_database_backend(), sql, values));
    let of = || -> Value { ids.clone().into() };
    run(
        "update tape_entry set payload = jsonb_set(payload, '{start,from}', to_jsonb($1::text)), line = '{}'
         where kind = 'start' and (payload #>> '{start,of}' = any ($2::uuid[]::text[]) or payload #>> '{start,from}' = any ($3::text[]))",
        vec![NAMELESS.into(), of(), named.into()],
    )
    .await?;
    run("delete from entry_effect using tape_entry where entry_id = tape_entry.id and setup_id = any ($1)", vec![of()]).await?;
    run("delete from frame_picture using frame where frame_id = frame.id and setup_id = any ($1)", vec![of()]).await?;
    run("delete from came_in where setup_id = any ($1)", vec![of()]).await?;
    run("delete from look_patches where setup_id = any ($1)", vec![of()]).await?;
    run("delete from frame where setup_id = any ($1)", vec![of()]).await?;
    run("delete from tape_entry where setup_id = any ($1)", vec![of()]).await?;
    run("delete from setup where id = any ($1)", vec![of()]).await?;
    sitting::Entity::delete_many().filter(sitting::Column::Id.is_in(theirs())).exec(tx).await?;
    let all: Vec<Uuid> = ids.iter().copied().chain(theirs()).collect();
    run("insert into forgotten (id) select unnest($1::uuid[]) on conflict do nothing", vec![all.into()]).await?;
    Ok(Forgotten { sittings: sittings.len() as u64, looks: looks.len() as u64, entries })
}
