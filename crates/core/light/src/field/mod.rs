//! How light from a real front falls on a surface: illuminance of rectangles and discs, beams and grids, and what a room throws back.
//!
//! A front is taken as an even Lambertian surface that emits on one side. Source of the formulas: Lambert's illuminance law as the contour
//! integral over a polygon that is clipped at the receiver's horizon, and the closed form of a disc, as handbooks of radiative heat transfer
//! have them (from memory; the project's reference values were made two ways and against a physically based renderer). Beams and grids
//! are models ([`beam`]). Real fronts are brighter in the middle: ±0.3 stop (common practice, no source).
//!
//! Everything is in metres and in a right-handed frame; points and directions are [`DVec3`].

mod beam;
mod bounce;
mod emitter;
mod front;

pub use beam::{Honeycomb, flux_inside, flux_of, half_angle_at, wall_half_angle};
pub use bounce::{Surfaces, ratio_with_room};
pub use emitter::Emitter;
pub use front::{Front, Outline};
pub use glam::DVec3;
