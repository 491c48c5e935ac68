//! Why a file is no picture that can be taken.

/// The most pixels of a picture that is taken.
pub const MOST_PIXELS: u64 = 120_000_000;

/// Why a file is no picture that can be taken.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[non_exhaustive]
pub enum PhotoError {
    /// It is of no kind that is read.
    #[error("This is no picture that can be read. Give a JPEG, PNG, WebP or TIFF, or a raw file that is TIFF inside.")]
    Unknown,
    /// It has more pixels than are taken.
    #[error("{width} × {height} are {} million pixels. Give a picture of at most {} million.", u64::from(*.width) * u64::from(*.height) / 1_000_000, MOST_PIXELS / 1_000_000)]
    TooManyPixels {
        /// Across.
        width: u32,
        /// Down.
        height: u32,
    },
    /// It can't be read to its end.
    #[error("The picture is damaged, or was cut off: {0}.")]
    Damaged(String),
    /// Frames that are to be mixed have different shapes.
    #[error("A frame of {0} × {1} pixels does not lie on one of {2} × {3}. Shoot all frames of a mix alike, and load them alike.")]
    Shape(usize, usize, usize, usize),
    /// Its values are of a kind that is not read.
    #[error("Pictures of {0} are not read. Save it in RGB or grey, with 8 or 16 bits a colour.")]
    Values(String),
    /// A raw file without a picture inside.
    #[error("This raw file holds no picture that can be read. Give the JPEG that the camera wrote beside it.")]
    NoPreview,
}
