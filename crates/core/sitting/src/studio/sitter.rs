//! The sitter.

use ink_lamp_light::{
    measure::{Extent, Height},
    refusal::Refusal,
};
use serde::{Deserialize, Serialize};

use super::bearing::Bearing;

/// The sitter.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Sitter {
    /// The eyes above the floor: about 1.25 m seated, 1.6 m standing.
    pub face: Height,
    /// Where the face looks, seen from above: degrees from the camera; negative is camera left.
    pub facing: Bearing,
    /// How far the chin is up.
    pub chin: Chin,
    /// How wide a group stands, where there is more than one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub group: Option<Extent>,
}

/// How far the chin is up, −45 to 45 degrees; negative is down.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd, Default, Serialize, Deserialize)]
#[serde(try_from = "f64", into = "f64")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = f64, minimum = -45, maximum = 45))]
pub struct Chin(f64);

impl TryFrom<f64> for Chin {
    type Error = Refusal;
    fn try_from(degrees: f64) -> Result<Self, Refusal> {
        if (-45.0..=45.0).contains(&degrees) {
            Ok(Self(degrees))
        } else {
            Err(Refusal::new("chin", format!("{degrees} degrees is no tilt of a chin. Give −45 (down) to 45 (up).")))
        }
    }
}

impl From<Chin> for f64 {
    fn from(chin: Chin) -> Self {
        chin.0
    }
}
