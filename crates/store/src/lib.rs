//! The record in PostgreSQL: sittings, their setups (looks), the tape of each setup, and the kit.
//!
//! - [`Store`]: a connection pool; its methods are the repositories, one file a noun;
//! - [`Frame`], [`FileTold`]: the pictures that are kept with a look;
//! - [`CameIn`]: what came in from devices, and where it went;
//! - [`Run`]: tries of drills;
//! - [`Account`], [`Session`], [`Code`], [`Share`], [`AuditLine`]: who may come in, and who did;
//! - [`Changes`]: word of every change of a setup;
//! - [`StoreError`]: why something was not done.
//!
//! A tape is append-only. A setup's state is derived from its tape and kept beside it, so that reading it is one row.
//!
//! # Examples
//! On the test server, with the feature `testing`:
//! ```
//! use chrono::Utc;
//! use ink_lamp_sitting::entry::{Entry, NoteTaken};
//! use ink_lamp_store::{NewEntry, NewLook, NewSitting, testing::fresh_store};
//! use uuid::Uuid;
//!
//! # #[tokio::main]
//! # async fn main() -> Result<(), Box<dyn std::error::Error>> {
//! let (store, _) = fresh_store().await?;
//! let look = NewLook { id: Uuid::now_v7(), name: "Look 1".to_owned() };
//! let sitting = NewSitting { id: Uuid::now_v7(), name: "Clock mender".to_owned(), look, from: None, entries: Vec::new(), at: Utc::now(), by: None };
//! let look = store.create_sitting(sitting).await?.looks[0].id;
//!
//! let entry = Entry::Note(NoteTaken { text: "The lamp hums".to_owned() });
//! let entry = NewEntry { id: Uuid::now_v7(), base: None, at: Utc::now(), entry, by: None };
//! store.append(look, &entry).await?;
//! store.append(look, &entry).await?; // sent twice, written once
//! assert_eq!(store.tape(look, i64::MAX, 10).await?.items.len(), 1);
//! # Ok(())
//! # }
//! ```

mod accounts;
mod append;
mod audit;
mod came;
mod came_in;
mod changes;
mod codes;
mod door_role;
mod effects;
mod entity;
mod error;
mod formats;
mod frames;
mod kit;
mod learnt;
mod migration;
mod new_look;
mod patience;
mod purge;
mod record;
mod runs;
mod sessions;
mod setups;
mod shares;
mod shot;
mod sittings;
mod starts;
mod state;
mod store;
mod stored;
mod tape;
#[cfg(feature = "testing")]
pub mod testing;
mod turns;
mod upgrade;
mod watched;

pub use accounts::Account;
pub use audit::AuditLine;
pub use came::{Came, FrameCame, ReadingCame};
pub use came_in::{CameIn, JustCame, Went};
pub use changes::{Change, Changes};
pub use codes::Code;
pub use door_role::DoorRole;
pub use error::{Answer, StoreError, Unreadable};
pub use frames::{Frame, FrameThen, FrameToMove, NewFrame, Rated, Size};
pub use kit::{Imported, Kit, UnreadableItem};
pub use learnt::Learnt;
pub use purge::Forgotten;
pub use record::{Appended, Look, NewEntry, NewLook, NewSitting, SetupRecord, Sitting, SittingRow, Source, TapeItem, TapePart};
pub use runs::{NewRun, RawEntry, Run};
pub use sessions::Session;
pub use shares::{LookNumber, Share};
pub use shot::{FileTold, NamedPatch};
pub use starts::Offer;
pub use store::Store;
pub use watched::WatchedFile;
