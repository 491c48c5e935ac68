//! The sitters: five heads with neck and shoulders, as data, and what a picture needs of them at once.

mod file;
mod mesh;

use std::sync::{Arc, OnceLock};

use ink_lamp_sitting::studio::StandIn;

pub use file::Unreadable;
pub use mesh::{Colours, Eye, Mesh, Part, Stroke, StrokeKind};

/// A sitter.
#[derive(Debug)]
pub struct Sitter {
    /// Whose face it is.
    pub face: StandIn,
    /// Its surface, in metres: x to the picture's right, y up, z to the camera, from a point between the eyes and 66.5 mm behind them.
    pub mesh: Mesh,
    /// The left one in the picture last: the sitter's left eye first.
    pub eyes: [Eye; 2],
    /// Brows, lashes, and hairs along the hairline.
    pub strokes: Vec<Stroke>,
    /// Its colours, linear.
    pub colours: Colours,
    /// What tells this data from any other.
    pub digest: [u8; 32],
}

/// The sitters' files, in the order of [`StandIn::ALL`].
static FILES: [&[u8]; 5] = [
    include_bytes!("../../data/s1.sitter"),
    include_bytes!("../../data/s2.sitter"),
    include_bytes!("../../data/s3.sitter"),
    include_bytes!("../../data/s4.sitter"),
    include_bytes!("../../data/s5.sitter"),
];

impl Sitter {
    /// A sitter; read once, and shared.
    ///
    /// # Errors
    /// Where the data that ships with the program can't be read.
    pub fn of(face: StandIn) -> Result<Arc<Self>, Unreadable> {
        static READ: [OnceLock<Result<Arc<Sitter>, Unreadable>>; 5] = [const { OnceLock::new() }; 5];
        READ[face as usize].get_or_init(|| file::read(face, FILES[face as usize]).map(Arc::new)).clone()
    }

    /// Half way between the eyes.
    #[must_use]
    pub fn between_eyes(&self) -> glam::Vec3 {
        (self.eyes[0].at + self.eyes[1].at) * 0.5
    }

    /// The eye on this side.
    #[must_use]
    pub fn eye_at(&self, x: f32) -> &Eye {
        &self.eyes[usize::from(x < self.between_eyes().x)]
    }
}
