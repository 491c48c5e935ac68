//! The tables, as the migrations leave them.

pub mod account;
pub mod audit;
pub mod calibration_sample;
pub mod came_in;
pub mod door_code;
pub mod door_session;
pub mod drill_run;
pub mod entry_effect;
pub mod forgotten;
pub mod frame;
pub mod frame_picture;
pub mod kit_item;
pub mod look_patches;
pub mod setup;
pub mod share;
pub mod sitting;
pub mod tape_entry;
pub mod watched_file;
pub mod watched_folder;
