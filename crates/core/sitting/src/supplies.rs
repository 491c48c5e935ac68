//! The mains that the units hang on, and the pace that is wanted.

use ink_lamp_light::measure::{Amperes, Seconds, Volts};
use serde::{Deserialize, Serialize};

/// The mains that the units hang on, and the pace that is wanted.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Supplies {
    /// The mains' voltage here; what each unit's sheet says where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub volts: Option<Volts>,
    /// What one circuit's breaker carries.
    pub breaker: Amperes,
    /// Time from frame to frame that the photographer wants.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pace: Option<Seconds>,
}

impl Default for Supplies {
    /// A breaker of 16 A (common in Europe; from memory).
    fn default() -> Self {
        Self { volts: None, breaker: Amperes::USUAL_BREAKER, pace: None }
    }
}
