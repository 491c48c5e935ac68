//! How surely each reading taught, and in which look.

use sea_orm_migration::prelude::*;

#[derive(DeriveMigrationName)]
pub struct Migration;

/// Of readings of earlier versions neither is known: each stands for itself.
const UP: &str = r"
alter table calibration_sample add column sd double precision, add column look_id uuid;
";

const DOWN: &str = "alter table calibration_sample drop column sd, drop column look_id;";

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
