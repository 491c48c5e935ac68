//! Test frames: files to pictures, and pictures to tones.
//!
//! - [`error`]: why a file is no picture that can be taken;
//! - [`srgb`]: between the values of a screen and light; [`levels`]: the same by a camera's own curve;
//! - [`reduce`]: to another size, averaged as light; [`picture`]: a picture as it is kept; `jpeg`: written by all parts of a processor at once;
//! - [`preview`]: the one that lies in a raw file; [`profile`]: colours by the profile that a file brings along;
//! - [`open`]: from a file to a picture;
//! - [`tones`]: how its tones are spread, and those of its patches; [`band`]: what curtains left black; [`less`]: a frame less what was foretold;
//!   [`taught`]: a camera's curve from a bracket of a grey card;
//! - [`clock`]: how far a camera's clock stands off;
//! - [`mixed`]: frames of one light each, summed at powers that were never fired.

pub mod band;
pub mod clock;
pub mod error;
mod jpeg;
pub mod less;
pub mod levels;
pub mod mixed;
pub mod open;
pub mod picture;
mod preview;
mod profile;
mod reduce;
mod srgb;
pub mod taught;
pub mod tones;
