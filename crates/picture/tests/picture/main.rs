//! The picture against closed forms, against the core's own light, and against itself on plain arrays.
#![allow(clippy::unwrap_used, missing_docs)]

mod light;
#[allow(dead_code, reason = "what writes the scenes uses the rest")]
mod patterns;
mod plate;
mod pose;
mod reference;
mod seen;
mod sides;
mod studio;
mod tones;
