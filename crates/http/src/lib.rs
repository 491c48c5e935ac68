//! What every request goes through before it is answered, and the answers in which no board stands: who is there, what changed, how the server is, the pages.
//!
//! - [`problem`]: errors as problem documents (RFC 9457);
//! - [`body`]: request bodies, checked, with the field named that is wrong; [`objects`]: JSON read so that what has fields is an object;
//! - [`door`]: who may what; [`site`]: where it is asked for; [`tls`]: the certificate;
//! - [`devices`]: meters, transmitters, units and cameras that are joined, and what they say;
//! - [`guard`]: who may ask, how long, and the headers on every answer;
//! - [`heavy`]: answers that take long, off the workers; [`pictures`]: the foretold frames' sitters and easels;
//! - [`shots`]: test frames on their way in, and the pictures that are measured; [`watch`]: the folder that they come from;
//! - [`mixes`]: frames of one light each, taken apart and at hand;
//! - [`hub`]: word of changes, to every open page;
//! - [`metrics`]: what is counted of its work; [`backups`]: the folder of scheduled backups, as the server sees it;
//! - [`routes`]: one file a noun.

pub mod backups;
pub mod body;
pub mod devices;
pub mod door;
pub mod guard;
pub mod heavy;
pub mod hub;
pub mod metrics;
pub mod mixes;
pub mod objects;
pub mod pictures;
mod plain;
pub mod problem;
pub mod routes;
pub mod shots;
pub mod site;
pub mod tls;
pub mod watch;
