//! What belongs to a light beside its unit and place.

use ink_lamp_light::{
    measure::Degrees,
    shape::{Gel, Grid, Shape},
};
use serde::{Deserialize, Serialize};
use uuid::Uuid;

use crate::kit::{Calibration, Group};

/// What belongs to a light beside its unit and place. What is left out is not known, or not there.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Rig {
    /// What its modifier does to light.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub shape: Option<Shape>,
    /// The grid that is on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub grid: Option<Grid>,
    /// The gels that are on, at most 6.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "ink_lamp_light::list::up_to::<_, _, 6>")]
    #[cfg_attr(feature = "schema", schema(max_items = 6))]
    pub gels: Vec<Gel>,
    /// Between its direction and the camera's, seen from the sitter.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub angle: Option<Degrees>,
    /// The group it is set in.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub group: Option<Group>,
    /// The channel it listens on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub channel: Option<u8>,
    /// The mains circuit it hangs on, from 1; the first where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub circuit: Option<u8>,
    /// Where unit and modifier stand in the kit.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kit: Option<FromKit>,
    /// What earlier readings taught of this unit in this modifier.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub calibration: Option<Calibration>,
}

impl Rig {
    /// Whether nothing is said.
    #[must_use]
    pub fn is_plain(&self) -> bool {
        *self == Self::default()
    }
}

/// Where unit and modifier stand in the kit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FromKit {
    /// The unit.
    pub unit: Uuid,
    /// The modifier.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub modifier: Option<Uuid>,
}
