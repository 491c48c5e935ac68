//! What a way changes, as a set.

/// What a way changes, as a set. Ways that change the same are one family, of which the best is shown.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord)]
pub struct Changes(u8);

impl Changes {
    /// How many sets there are.
    pub(super) const SETS: usize = 32;

    /// Nothing: as it is set now.
    pub const NONE: Self = Self(0);
    /// The aperture.
    pub const APERTURE: Self = Self(1);
    /// The shutter, up to sync.
    pub const SHUTTER: Self = Self(2);
    /// ISO.
    pub const ISO: Self = Self(4);
    /// Filters.
    pub const FILTER: Self = Self(8);
    /// The shutter past sync, by high-speed sync.
    pub const HIGH_SPEED: Self = Self(16);

    /// This, where it is so; nothing otherwise.
    #[must_use]
    pub const fn only_if(self, changed: bool) -> Self {
        if changed { self } else { Self::NONE }
    }

    /// What either of two changes.
    #[must_use]
    pub const fn and(self, other: Self) -> Self {
        Self(self.0 | other.0)
    }

    /// Whether one of them is changed.
    #[must_use]
    pub const fn has(self, what: Self) -> bool {
        self.0 & what.0 != 0
    }

    /// How many are changed.
    #[must_use]
    pub const fn count(self) -> u32 {
        self.0.count_ones()
    }

    /// What the API calls it: `aperture`, `shutter_iso`, `as_set`.
    #[must_use]
    pub fn id(self) -> String {
        let named = [
            (Self::APERTURE, "aperture"),
            (Self::SHUTTER, "shutter"),
            (Self::HIGH_SPEED, "high_speed"),
            (Self::ISO, "iso"),
            (Self::FILTER, "filter"),
        ];
        let names: Vec<&str> = named.into_iter().filter(|(what, _)| self.has(*what)).map(|(_, name)| name).collect();
        if names.is_empty() { "as_set".to_owned() } else { names.join("_") }
    }

    /// Its place among all sets.
    pub(super) fn place(self) -> usize {
        usize::from(self.0)
    }
}
