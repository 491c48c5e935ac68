//! When a piece of the kit was cleared away.

use sea_orm_migration::prelude::*;

#[derive(DeriveMigrationName)]
pub struct Migration;

/// What was cleared away is kept, with when: it can be brought back.
const UP: &str = r"
alter table kit_item add column cleared_at timestamptz;
alter table calibration_sample add column cleared_at timestamptz;
";

const DOWN: &str = r"
delete from kit_item where cleared_at is not null;
delete from calibration_sample where cleared_at is not null;
alter table kit_item drop column cleared_at;
alter table calibration_sample drop column cleared_at;
";

#[async_trait::async_trait]
impl MigrationTrait for Migration {
    async fn up(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared(UP).await?;
        Ok(())
    }

    async fn down(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared(DOWN).await?;
        Ok(())
    }
}
