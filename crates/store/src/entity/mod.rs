//! The tables, as the migrations leave them.

pub mod setup;
pub mod sitting;
pub mod tape_entry;
