//! The devices' protocol: what meters, transmitters, units and cameras, or the bridge beside them, and the server say to each other over a WebSocket
//! (RFC 6455), in JSON. `docs/devices.md` tells it in words, `docs/devices.asyncapi.json` is made of the types here.
//!
//! - [`pace`]: how often, how much, how fast;
//! - [`told`]: which devices a bridge speaks for;
//! - [`reading`]: what a meter showed;
//! - [`state`]: how a device says that it is set;
//! - [`command`]: what a device is asked to do, and what came of it;
//! - [`message`]: everything that is said, either way;
//! - `asyncapi`: the document (feature `schema`).

#[cfg(feature = "schema")]
pub mod asyncapi;
pub mod command;
pub mod message;
pub mod pace;
pub mod reading;
pub mod state;
pub mod told;
