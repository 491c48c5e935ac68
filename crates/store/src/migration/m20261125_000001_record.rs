//! Tables of the record: sittings, setups, tape.

use sea_orm_migration::prelude::*;

#[derive(DeriveMigrationName)]
pub struct Migration;

/// The record's three tables. The tape refuses to lose what it holds: a trigger lets only the derived mark of an entry change.
const UP: &str = r"
create table sitting (
    id uuid primary key,
    number bigint generated always as identity unique,
    name text not null check (length(name) between 1 and 60),
    created_at timestamptz not null default now(),
    deleted_at timestamptz
);
create table setup (
    id uuid primary key,
    sitting_id uuid not null references sitting (id),
    position integer not null,
    name text not null check (length(name) between 1 and 60),
    version bigint not null default 0 check (version >= 0),
    state jsonb not null,
    standing uuid,
    undone jsonb not null default '[]',
    created_at timestamptz not null default now(),
    updated_at timestamptz not null default now(),
    unique (sitting_id, position)
);
create table tape_entry (
    id uuid primary key,
    setup_id uuid not null references setup (id),
    seq bigint not null check (seq >= 1),
    kind text not null,
    payload jsonb not null,
    line jsonb not null,
    at timestamptz not null,
    recorded_at timestamptz not null default now(),
    undone boolean not null default false,
    unique (setup_id, seq)
);
create function tape_entry_is_kept() returns trigger language plpgsql as $$
begin
    if tg_op = 'UPDATE' and (new.id, new.setup_id, new.seq, new.kind, new.payload, new.line, new.at, new.recorded_at)
        is not distinct from (old.id, old.setup_id, old.seq, old.kind, old.payload, old.line, old.at, old.recorded_at) then
        return new;
    end if;
    raise exception 'an entry on the tape is never changed or removed';
end $$;
create trigger tape_entry_is_kept before update or delete on tape_entry for each row execute function tape_entry_is_kept();
";

#[async_trait::async_trait]
impl MigrationTrait for Migration {
    async fn up(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        let db = manager.get_connection();
        db.execute_unprepared(UP).await?;
        Ok(())
    }

    async fn down(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        let db = manager.get_connection();
        db.execute_unprepared("drop table tape_entry, setup, sitting; drop function tape_entry_is_kept").await?;
        Ok(())
    }
}
