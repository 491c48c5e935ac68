//! Open formats, in and out, one file a format.
//!
//! - [`exif`]: what a picture's own file says of how it was taken.

pub mod exif;
pub mod roll;
