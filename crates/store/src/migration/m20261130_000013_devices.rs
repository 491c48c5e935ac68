//! What came in from devices, and where it went.

use sea_orm_migration::prelude::*;

#[derive(DeriveMigrationName)]
pub struct Migration;

/// What asks where it belongs stands here alone until somebody says it; what went to a tape is kept for a while, so that a page can show it.
const UP: &str = r"
create table came_in (
    id uuid primary key,
    at timestamptz not null,
    came_at timestamptz not null default now(),
    device text not null check (length(device) between 1 and 60),
    simulated boolean not null,
    told jsonb not null,
    setup_id uuid references setup (id),
    went text not null check (went in ('tape', 'asks', 'away')),
    check (went <> 'tape' or setup_id is not null)
);
create index came_in_last on came_in (came_at desc);
create index came_in_asks on came_in (came_at) where went = 'asks';
";

#[async_trait::async_trait]
impl MigrationTrait for Migration {
    async fn up(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared(UP).await?;
        Ok(())
    }

    async fn down(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared("drop table came_in").await?;
        Ok(())
    }
}
