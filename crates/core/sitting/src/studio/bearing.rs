//! Where something is or looks, seen from above.

use ink_lamp_light::{field::DVec3, refusal::Refusal};
use serde::{Deserialize, Serialize};

/// Where light comes from, seen from above the sitter: degrees from the camera, −180 to 180; negative is camera left, 180 is behind.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd, Serialize, Deserialize)]
#[serde(try_from = "f64", into = "f64")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = f64, minimum = -180, maximum = 180))]
pub struct Bearing(f64);

impl TryFrom<f64> for Bearing {
    type Error = Refusal;
    fn try_from(degrees: f64) -> Result<Self, Refusal> {
        if (-180.0..=180.0).contains(&degrees) {
            Ok(Self(degrees))
        } else {
            let message = format!("{degrees} degrees is no direction. Give −180 to 180: negative is camera left, 180 is behind.");
            Err(Refusal::new("from", message))
        }
    }
}

impl From<Bearing> for f64 {
    fn from(bearing: Bearing) -> f64 {
        bearing.0
    }
}

impl Bearing {
    /// Straight to the camera.
    pub(crate) const AHEAD: Self = Self(0.0);

    /// Every eighth of the round, from the camera over camera left.
    pub const EIGHTHS: [Self; 8] = [Self(0.0), Self(-45.0), Self(-90.0), Self(-135.0), Self(180.0), Self(135.0), Self(90.0), Self(45.0)];

    /// A bearing that is known to be one: for constants.
    pub(crate) const fn constant(degrees: f64) -> Self {
        assert!(degrees >= -180.0 && degrees <= 180.0);
        Self(degrees)
    }

    /// From the sitter toward this bearing, level, a unit vector.
    #[must_use]
    pub fn direction(self) -> DVec3 {
        let (sin, cos) = f64::from(self).to_radians().sin_cos();
        DVec3::new(sin, 0.0, cos)
    }

    /// Of a direction, seen from above; to the degree.
    #[must_use]
    pub fn of(direction: DVec3) -> Self {
        Self(direction.x.atan2(direction.z).to_degrees().round().clamp(-180.0, 180.0))
    }
}
