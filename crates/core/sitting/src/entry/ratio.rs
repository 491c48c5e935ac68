//! The ratio of key to fill was chosen.

use ink_lamp_light::ratio::RatioTarget;
use serde::{Deserialize, Serialize};

/// The ratio of key to fill was chosen, or given up.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RatioChosen {
    /// The wish; nothing gives it up.
    #[cfg_attr(feature = "schema", schema(value_type = Option<ink_lamp_light::ratio::RatioSpec>))]
    pub target: Option<RatioTarget>,
}

impl RatioChosen {
    /// What one begins with.
    pub const USUAL: Self = Self { target: Some(RatioTarget::USUAL) };
}
