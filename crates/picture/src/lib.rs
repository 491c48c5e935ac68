//! The foretold frame: a sitter's head and shoulders before the ground, under the lights as they stand and are set, physically right, and so fast that it
//! follows the hand. Knows the scene, and nothing of the web.
//!
//! From the ground up:
//!
//! - [`tone`]: from light to what a screen shows;
//! - [`view`]: where the picture is taken from;
//! - [`sitter`]: five people who don't exist, as data;
//! - [`tree`], [`map`], [`kernel`]: boxes around triangles; half a sky on a square; the innermost loops;
//! - [`seen`], [`subject`]: what each corner of a sitter sees, worked out once;
//! - [`pose`]: the sitter as one view has it;
//! - [`set`]: what a picture takes from a scene;
//! - [`lit`]: one front's light on a pose and on the ground;
//! - [`shade`]: all light together, and the pixels;
//! - [`numbers`]: tones of the frame and of patches;
//! - [`card`]: a grey card and a ball beside the face;
//! - [`foretold`]: the picture of a scene.
//!
//! How: each corner of a sitter knows, from a map of its sky, how far a direction is from the border of what hides it. A front is cut into parts; most are seen or
//! hidden as a whole, the others by eight samples each. Where that is too coarse, rays decide, once nothing moves any more.
#![allow(
    clippy::cast_precision_loss,
    clippy::cast_possible_truncation,
    clippy::cast_sign_loss,
    clippy::cast_possible_wrap,
    reason = "pixels, corners and texels: numbers far under 2^24, and shares of a byte"
)]

pub mod card;
pub mod foretold;
pub mod kernel;
pub mod lit;
pub mod map;
pub mod numbers;
pub mod pose;
pub mod seen;
pub mod set;
pub mod shade;
pub mod sitter;
pub mod subject;
pub mod tone;
pub mod tree;
pub mod view;
