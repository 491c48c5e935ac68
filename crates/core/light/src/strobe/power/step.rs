//! In what steps a dial turns.

use serde::{Deserialize, Serialize};

/// How finely a dial steps.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum DialStep {
    /// Whole stops.
    Full,
    /// Half stops.
    Halves,
    /// Thirds of a stop.
    Thirds,
    /// Tenths of a stop.
    Tenths,
}

impl DialStep {
    pub(crate) const fn per_stop(self) -> u32 {
        match self {
            Self::Full => 1,
            Self::Halves => 2,
            Self::Thirds => 3,
            Self::Tenths => 10,
        }
    }

    /// `n` steps over a whole stop, as written behind it.
    pub(crate) fn over(self, n: u32) -> String {
        match (self, n) {
            (_, 0) => String::new(),
            (Self::Tenths, n) => format!(" +0.{n}"),
            (step, n) => format!(" +{n}/{}", step.per_stop()),
        }
    }
}
