//! What a photographer says of a frame as a picture: how it is rated, and a note.

use sea_orm_migration::prelude::*;

#[derive(DeriveMigrationName)]
pub struct Migration;

const UP: &str = r"
alter table frame
    add column rating smallint not null default 0 check (rating between 0 and 5),
    add column note text check (length(note) between 1 and 500);
";

#[async_trait::async_trait]
impl MigrationTrait for Migration {
    async fn up(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared(UP).await?;
        Ok(())
    }

    async fn down(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared("alter table frame drop column rating, drop column note").await?;
        Ok(())
    }
}
