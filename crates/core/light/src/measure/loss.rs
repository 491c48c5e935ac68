//! What something takes of the light, in stops.

use crate::{quantity, scale::Stops};

quantity! {
    /// Light that is taken away, 0 to 12 stops.
    Loss, "loss", 0.0 to 12.0, "stops", "loss"
}

impl Loss {
    /// No loss.
    pub const NONE: Self = Self(0.0);

    /// As stops of light taken away.
    #[must_use]
    pub fn stops(self) -> Stops {
        Stops::of(self.0)
    }
}
