//! Tables of the frames whose pictures are kept, of the patches that are remembered for them, and of the folders they come from.

use sea_orm_migration::prelude::*;

#[derive(DeriveMigrationName)]
pub struct Migration;

/// What is known of each picture, and apart from it the picture itself, so that a list reads no pictures. A file is taken into a look once.
const UP: &str = r"
create table frame (
    id uuid primary key,
    setup_id uuid not null references setup (id),
    hash bytea not null check (length(hash) = 32),
    file text not null check (length(file) between 1 and 200),
    told jsonb not null,
    width integer not null check (width > 0),
    height integer not null check (height > 0),
    kept_width integer not null check (kept_width > 0),
    kept_height integer not null check (kept_height > 0),
    taken_in timestamptz not null default now(),
    unique (setup_id, hash)
);
create table frame_picture (
    frame_id uuid primary key references frame (id),
    picture bytea not null,
    small bytea not null
);
create index frame_hash on frame (hash);
create table watched_folder (
    folder text primary key,
    since timestamptz not null default now()
);
create table watched_file (
    folder text not null references watched_folder (folder),
    name text not null,
    size bigint not null,
    changed bigint not null,
    primary key (folder, name, size, changed)
);
create table look_patches (
    setup_id uuid primary key references setup (id),
    patches jsonb not null
);
";

#[async_trait::async_trait]
impl MigrationTrait for Migration {
    async fn up(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared(UP).await?;
        Ok(())
    }

    async fn down(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared("drop table look_patches, watched_file, watched_folder, frame_picture, frame").await?;
        Ok(())
    }
}
