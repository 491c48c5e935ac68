//! Table of what each entry did.

use sea_orm_migration::prelude::*;

#[derive(DeriveMigrationName)]
pub struct Migration;

/// What each entry did, in numbers. The tape itself stays as it is, and so does its trigger: these rows are derived from it.
const UP: &str = r"
create table entry_effect (
    entry_id uuid primary key references tape_entry (id),
    effect jsonb not null
);
";

#[async_trait::async_trait]
impl MigrationTrait for Migration {
    async fn up(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared(UP).await?;
        Ok(())
    }

    async fn down(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared("drop table entry_effect").await?;
        Ok(())
    }
}
