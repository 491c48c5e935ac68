//! What a way changes, as a set.

/// What a way changes, as a set.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord)]
pub struct Family(pub(super) u8);

impl Family {
    /// The aperture.
    pub const APERTURE: u8 = 1;
    /// The shutter, up to sync.
    pub const SHUTTER: u8 = 2;
    /// ISO.
    pub const ISO: u8 = 4;
    /// Filters.
    pub const FILTER: u8 = 8;
    /// The shutter past sync, by high-speed sync.
    pub const HIGH_SPEED: u8 = 16;

    /// Whether one of them is changed.
    #[must_use]
    pub const fn has(self, what: u8) -> bool {
        self.0 & what != 0
    }

    /// How many are changed.
    #[must_use]
    pub const fn count(self) -> u32 {
        self.0.count_ones()
    }
}
