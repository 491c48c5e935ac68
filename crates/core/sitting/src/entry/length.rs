//! Metres or feet were chosen.

use ink_lamp_light::measure::LengthUnit;
use serde::{Deserialize, Serialize};

/// Metres or feet were chosen.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LengthChosen {
    /// The unit of every distance that is told.
    pub unit: LengthUnit,
}
