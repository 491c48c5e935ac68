//! The picture against closed forms, against the core's own light, and against itself on plain arrays.
#![allow(clippy::unwrap_used, missing_docs)]

mod light;
mod seen;
mod studio;
mod tones;
