//! Who may come in, with what, until when; and by whom an entry was written.

use sea_orm_migration::prelude::*;

#[derive(DeriveMigrationName)]
pub struct Migration;

/// Of what opens a door only a hash is kept, but for a share's: what it opens lies in this very record. An entry's writer is as much a part of it
/// as its time is: the tape's guard watches over both.
const UP: &str = r"
alter table tape_entry add column by_whom text;
create or replace function tape_entry_is_kept() returns trigger language plpgsql as $$
declare
    forgets boolean := coalesce(current_setting('ink_lamp.forgets', true), '') = 'yes';
begin
    if tg_op = 'UPDATE'
        and (new.id, new.setup_id, new.seq, new.kind, new.payload, new.format, new.line, new.at, new.recorded_at, new.by_whom)
        is not distinct from (old.id, old.setup_id, old.seq, old.kind, old.payload, old.format, old.line, old.at, old.recorded_at, old.by_whom) then
        return new;
    end if;
    if tg_op = 'UPDATE' and forgets and old.kind = 'start'
        and (new.id, new.setup_id, new.seq, new.kind, new.payload #- '{start,from}', new.format, new.at, new.recorded_at, new.undone, new.by_whom)
        is not distinct from
        (old.id, old.setup_id, old.seq, old.kind, old.payload #- '{start,from}', old.format, old.at, old.recorded_at, old.undone, old.by_whom) then
        return new;
    end if;
    if tg_op = 'DELETE' and forgets and exists (
        select from setup join sitting on sitting.id = setup.sitting_id where setup.id = old.setup_id and sitting.deleted_at is not null
    ) then
        return old;
    end if;
    raise exception 'an entry on the tape is never changed or removed';
end $$;
create table account (
    id uuid primary key,
    name text not null check (length(name) between 1 and 60),
    role text not null check (role in ('owner', 'assistant', 'guest')),
    pass_phrase text not null,
    created_at timestamptz not null default now(),
    changed_at timestamptz not null default now()
);
create unique index account_name on account (lower(name));
create unique index account_owner on account (role) where role = 'owner';
create table door_session (
    id uuid primary key,
    token bytea not null unique,
    name text not null check (length(name) between 1 and 60),
    role text not null check (role in ('owner', 'assistant', 'guest', 'device')),
    account_id uuid references account (id) on delete set null,
    lives_seconds integer not null check (lives_seconds > 0),
    created_at timestamptz not null,
    seen_at timestamptz not null,
    ended_at timestamptz
);
create table door_code (
    id uuid primary key,
    code bytea not null unique,
    role text not null check (role in ('assistant', 'guest', 'device')),
    look_id uuid references setup (id) on delete set null,
    until timestamptz not null,
    used_at timestamptz,
    ended_at timestamptz
);
create table share (
    id uuid primary key,
    token text not null unique,
    look_id uuid not null references setup (id) on delete cascade,
    version bigint,
    pictures boolean not null,
    created_at timestamptz not null,
    until timestamptz not null,
    ended_at timestamptz,
    opened bigint not null default 0,
    opened_at timestamptz
);
create index share_look on share (look_id);
create table audit (
    id bigint generated always as identity primary key,
    at timestamptz not null,
    what text not null,
    who text,
    role text,
    address text,
    sitting bigint,
    look integer,
    told text
);
create index audit_at on audit (at);
";

#[async_trait::async_trait]
impl MigrationTrait for Migration {
    async fn up(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared(UP).await?;
        Ok(())
    }

    async fn down(&self, _: &SchemaManager) -> Result<(), DbErr> {
        Err(DbErr::Custom("by whom entries were written would be lost; restore a backup from before".to_owned()))
    }
}
