//! Which format entries and pieces of the kit have, which looks are closed, and what was forgotten for good.

use sea_orm_migration::prelude::*;

#[derive(DeriveMigrationName)]
pub struct Migration;

/// What is there has the first format. The tape still loses nothing, but for what belongs to a deleted sitting that is being forgotten for
/// good; the name of one goes out of the copies that began from it.
const UP: &str = r"
alter table tape_entry add column format smallint not null default 1;
alter table kit_item add column format smallint not null default 1;
alter table setup add column closed text;
create table forgotten (
    id uuid primary key,
    at timestamptz not null default now()
);
create or replace function tape_entry_is_kept() returns trigger language plpgsql as $$
declare
    forgets boolean := coalesce(current_setting('ink_lamp.forgets', true), '') = 'yes';
begin
    if tg_op = 'UPDATE' and (new.id, new.setup_id, new.seq, new.kind, new.payload, new.format, new.line, new.at, new.recorded_at)
        is not distinct from (old.id, old.setup_id, old.seq, old.kind, old.payload, old.format, old.line, old.at, old.recorded_at) then
        return new;
    end if;
    if tg_op = 'UPDATE' and forgets and old.kind = 'start'
        and (new.id, new.setup_id, new.seq, new.kind, new.payload #- '{start,from}', new.format, new.at, new.recorded_at, new.undone)
        is not distinct from (old.id, old.setup_id, old.seq, old.kind, old.payload #- '{start,from}', old.format, old.at, old.recorded_at, old.undone) then
        return new;
    end if;
    if tg_op = 'DELETE' and forgets and exists (
        select from setup join sitting on sitting.id = setup.sitting_id where setup.id = old.setup_id and sitting.deleted_at is not null
    ) then
        return old;
    end if;
    raise exception 'an entry on the tape is never changed or removed';
end $$;
";

#[async_trait::async_trait]
impl MigrationTrait for Migration {
    async fn up(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared(UP).await?;
        Ok(())
    }

    async fn down(&self, _: &SchemaManager) -> Result<(), DbErr> {
        Err(DbErr::Custom("entries of a later format can't be written in the first one; restore a backup from before".to_owned()))
    }
}
