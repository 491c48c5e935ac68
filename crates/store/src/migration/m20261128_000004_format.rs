//! Which format a stored state has.

use sea_orm_migration::prelude::*;

#[derive(DeriveMigrationName)]
pub struct Migration;

/// States are derived from the tape: one of an earlier format is worked out anew. Those that are there have the first one.
const UP: &str = r"
alter table setup add column format smallint not null default 1;
create index setup_by_format on setup (format);
";

#[async_trait::async_trait]
impl MigrationTrait for Migration {
    async fn up(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared(UP).await?;
        Ok(())
    }

    async fn down(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared("alter table setup drop column format").await?;
        Ok(())
    }
}
