//! Ink Lamp's web server.
//!
//! - [`config`]: what the environment says;
//! - [`startup`]: the listener and the application on it;
//! - [`guard`]: who may ask, how long, and the headers on every answer;
//! - [`heavy`]: answers that take long, off the workers;
//! - [`hub`]: word of changes, to every open page;
//! - [`problem`]: errors as problem documents (RFC 9457);
//! - [`metrics`]: what is counted of its work;
//! - [`backups`]: the folder of scheduled backups, as the server sees it;
//! - [`objects`]: JSON read so that what has fields is an object;
//! - [`body`]: request bodies, checked, with the field named that is wrong;
//! - [`routes`]: one file a noun;
//! - [`demo`]: the demo data;
//! - [`command`]: what the program does when it is called.

pub mod backups;
pub mod body;
pub mod command;
pub mod config;
pub mod demo;
pub mod door;
pub mod guard;
pub mod heavy;
pub mod hub;
pub mod metrics;
pub mod objects;
pub mod openapi;
mod owner;
pub mod pictures;
mod plain;
pub mod problem;
pub mod routes;
pub mod site;
pub mod startup;
pub mod tls;
