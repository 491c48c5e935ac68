//! Migrations, oldest first. One that has landed is never edited.

use sea_orm_migration::prelude::*;

mod m20261125_000001_record;
mod m20261125_000002_kit;
mod m20261127_000003_effects;
mod m20261128_000004_format;
mod m20261128_000005_cleared;
mod m20261128_000006_formats;
mod m20261128_000007_starts;
mod m20261128_000008_kept;
mod m20261128_000009_sure;
mod m20261129_000010_doors;
mod m20261130_000011_frames;
mod m20261130_000012_rated;
mod m20261130_000013_devices;
mod m20261130_000014_practice;

pub struct Migrator;

impl MigratorTrait for Migrator {
    fn migrations() -> Vec<Box<dyn MigrationTrait>> {
        vec![
            Box::new(m20261125_000001_record::Migration),
            Box::new(m20261125_000002_kit::Migration),
            Box::new(m20261127_000003_effects::Migration),
            Box::new(m20261128_000004_format::Migration),
            Box::new(m20261128_000005_cleared::Migration),
            Box::new(m20261128_000006_formats::Migration),
            Box::new(m20261128_000007_starts::Migration),
            Box::new(m20261128_000008_kept::Migration),
            Box::new(m20261128_000009_sure::Migration),
            Box::new(m20261129_000010_doors::Migration),
            Box::new(m20261130_000011_frames::Migration),
            Box::new(m20261130_000012_rated::Migration),
            Box::new(m20261130_000013_devices::Migration),
            Box::new(m20261130_000014_practice::Migration),
        ]
    }
}
