//! The tables, as the migrations leave them.

pub mod calibration_sample;
pub mod entry_effect;
pub mod forgotten;
pub mod kit_item;
pub mod setup;
pub mod sitting;
pub mod tape_entry;
