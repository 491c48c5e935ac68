//! How a look of a drill is worked on: told each next move, or alone.

use serde::{Deserialize, Serialize};

/// How a look of a drill is worked on.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Practice {
    /// Nothing is advised until it is asked for.
    pub alone: bool,
    /// The next move was asked for, and nothing was done since.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub asked: bool,
}

impl Practice {
    /// Whether the board advises nothing now.
    #[must_use]
    pub const fn is_silent(self) -> bool {
        self.alone && !self.asked
    }
}
