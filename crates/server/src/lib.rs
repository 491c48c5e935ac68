//! Ink Lamp's web server.
//!
//! - [`config`]: what the environment says;
//! - [`startup`]: the listener and the application on it;
//! - [`routes`]: one file a noun; those without a board in them stand in `ink_lamp_http`;
//! - `said`: what joined devices say of themselves, on the tape;
//! - [`demo`]: the demo data;
//! - [`command`]: what the program does when it is called.

pub mod command;
pub mod config;
pub mod demo;
pub mod openapi;
mod owner;
pub mod routes;
mod said;
pub mod startup;
