//! Test frames: files to pictures, and pictures to tones.
//!
//! - [`error`]: why a file is no picture that can be taken;
//! - [`srgb`]: between the values of a screen and light;
//! - [`reduce`]: to another size, averaged as light; [`picture`]: a picture as it is kept;
//! - [`preview`]: the one that lies in a raw file; [`profile`]: colours by the profile that a file brings along;
//! - [`open`]: from a file to a picture;
//! - [`tones`]: how its tones are spread, and those of its patches.

pub mod error;
pub mod mixed;
pub mod open;
pub mod picture;
mod preview;
mod profile;
mod reduce;
mod srgb;
pub mod tones;
