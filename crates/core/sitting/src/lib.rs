//! The kit, the studio, the setup, and the facts on its tape.
//!
//! A [`setup::Setup`] is everything as it now stands; an [`entry::Entry`] is one fact that happened on set. [`setup::Setup::apply`] is pure: it gives the next
//! setup or a refusal. A reading whose light was changed in a way that can be worked out is *carried* and says so; otherwise it is *stale*.
//!
//! From the ground up:
//!
//! - [`kit`]: every piece of equipment, the document that carries a kit, and what readings taught of it;
//! - [`role`], [`metered`]: whose light it is; where, how and with what a reading was taken;
//! - [`cautions`]: what asks for care, and what somebody did about it;
//! - [`camera`], [`schools`], [`supplies`], [`movement`], [`holds`], [`practice`]: how the photographer works and with what;
//! - [`studio`]: where everything stands, and plain geometry;
//! - [`light`], [`room`], [`firing`], [`checks`], [`seen`], [`shots`]: a light, the room's own light, sync and high-speed switches, what was looked at on the devices,
//!   readings as evidence, frames whose pictures are kept, as data;
//! - [`setup`], [`own`], [`spill`], [`at_shutter`]: everything as it stands; what of a reading is a light's own, and what of the key falls elsewhere; what the shutter does to each light;
//! - [`standing`]: lights in space, and what moving does to them;
//! - [`likely`], [`belief`]: what the sheets say of a light; what is known of it from all readings together, and how surely;
//! - [`entry`], [`history`]: the facts, what each does, and which of them stand;
//! - [`usual`]: what one begins with.

pub mod at_shutter;
pub mod belief;
pub mod camera;
pub mod cautions;
pub mod checks;
pub mod entry;
pub mod firing;
pub mod history;
pub mod holds;
pub mod kit;
pub mod light;
pub mod likely;
pub mod metered;
pub mod movement;
pub mod own;
pub mod practice;
pub mod role;
pub mod room;
pub mod schools;
pub mod seen;
pub mod setup;
pub mod shots;
pub mod spill;
pub mod standing;
pub mod studio;
pub mod supplies;
pub mod usual;
