//! Frames of one light each, mixed: light adds, so any power of any light is a weighted sum, in light and not in the values of a screen.
//!
//! - [`parts`]: which frames of a look make its mix, and what each of them gives at any dial;
//! - [`laid`]: how far the sitter moved between two frames;
//! - [`layers`]: each light by itself, and all of them summed;
//! - [`sums`]: the same for patches alone, and whether the sum can be trusted;
//! - [`solve`]: settings that bring patches to their wish; [`find`]: of which lights.

pub mod find;
pub mod laid;
pub mod layers;
pub mod parts;
pub mod solve;
pub mod sums;
