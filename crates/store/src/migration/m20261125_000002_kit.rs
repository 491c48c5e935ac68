//! Tables of the kit, and of what its units were learnt to do.

use sea_orm_migration::prelude::*;

#[derive(DeriveMigrationName)]
pub struct Migration;

/// The kit, what readings taught of it, and word of every change of a setup to whoever listens.
const UP: &str = r"
create table kit_item (
    id uuid primary key,
    kind text not null,
    name text not null check (length(name) between 1 and 60),
    is_what jsonb not null,
    retired boolean not null default false,
    created_at timestamptz not null default now(),
    updated_at timestamptz not null default now()
);
create table calibration_sample (
    entry_id uuid primary key,
    unit_id uuid not null,
    modifier_id uuid,
    stops double precision not null,
    recorded_at timestamptz not null default now()
);
create index calibration_sample_of on calibration_sample (unit_id, modifier_id);
create function setup_changed() returns trigger language plpgsql as $$
begin
    perform pg_notify('ink_lamp_setup', json_build_object('setup', new.id, 'version', new.version)::text);
    return null;
end $$;
create trigger setup_changed after update on setup for each row execute function setup_changed();
";

#[async_trait::async_trait]
impl MigrationTrait for Migration {
    async fn up(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        manager.get_connection().execute_unprepared(UP).await?;
        Ok(())
    }

    async fn down(&self, manager: &SchemaManager) -> Result<(), DbErr> {
        let down = "drop table kit_item, calibration_sample; drop trigger setup_changed on setup; drop function setup_changed";
        manager.get_connection().execute_unprepared(down).await?;
        Ok(())
    }
}
