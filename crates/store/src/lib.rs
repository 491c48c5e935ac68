//! The record in PostgreSQL: sittings, their setups (looks), the tape of each setup, and the kit.
//!
//! - [`Store`]: a connection pool; its methods are the repositories, one file a noun;
//! - [`Changes`]: word of every change of a setup;
//! - [`StoreError`]: why something was not done.
//!
//! A tape is append-only. A setup's state is derived from its tape and kept beside it, so that reading it is one row.

mod append;
mod changes;
mod effects;
mod entity;
mod error;
mod kit;
mod learnt;
mod migration;
mod new_look;
mod record;
mod setups;
mod sittings;
mod state;
mod store;
mod stored;
mod tape;
#[cfg(feature = "testing")]
pub mod testing;

pub use changes::{Change, Changes};
pub use error::StoreError;
pub use kit::Imported;
pub use learnt::Learnt;
pub use record::{Appended, Look, NewEntry, NewLook, NewSitting, SetupRecord, Sitting, SittingRow, TapeItem, TapePart};
pub use store::Store;
