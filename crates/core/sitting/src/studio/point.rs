//! Points in the studio, and directions seen from the sitter.

use ink_lamp_light::{field::DVec3, refusal::Refusal};
use serde::{Deserialize, Serialize};

/// A point in the studio, metres.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(try_from = "Coordinates", into = "Coordinates")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(as = Point))]
pub struct Point {
    /// To the camera's right, −30 to 30.
    pub(crate) x: f64,
    /// Above the floor, 0 to 12.
    pub(crate) y: f64,
    /// From the sitter toward the camera, −30 to 30.
    pub(crate) z: f64,
}

impl TryFrom<Coordinates> for Point {
    type Error = Refusal;
    fn try_from(c: Coordinates) -> Result<Self, Refusal> {
        Self::new(c.x, c.y, c.z)
    }
}

impl From<Point> for Coordinates {
    fn from(p: Point) -> Self {
        Self { x: p.x, y: p.y, z: p.z }
    }
}

impl Point {
    /// From its three numbers, metres.
    ///
    /// # Errors
    /// Refuses what lies more than 30 m away, under the floor or over 12 m.
    pub fn new(x: f64, y: f64, z: f64) -> Result<Self, Refusal> {
        for (name, value, low, high) in [("x", x, -30.0, 30.0), ("y", y, 0.0, 12.0), ("z", z, -30.0, 30.0)] {
            if !(low..=high).contains(&value) {
                return Err(Refusal::new(name, format!("{value} m is no {name} of a place in a studio. Give {low} to {high} m.")));
            }
        }
        Ok(Self { x, y, z })
    }

    /// The nearest place that there can be, to the millimetre.
    #[must_use]
    pub fn near(v: DVec3) -> Self {
        let at = |value: f64, low: f64, high: f64| if value.is_finite() { (value.clamp(low, high) * 1000.0).round() / 1000.0 } else { low };
        Self { x: at(v.x, -30.0, 30.0), y: at(v.y, 0.0, 12.0), z: at(v.z, -30.0, 30.0) }
    }

    /// As a vector.
    #[must_use]
    pub const fn vector(self) -> DVec3 {
        DVec3::new(self.x, self.y, self.z)
    }
}

#[derive(Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
struct Coordinates {
    x: f64,
    y: f64,
    z: f64,
}

/// How far a direction points up from level, degrees.
pub fn rise(out: DVec3) -> f64 {
    out.y.atan2(out.x.hypot(out.z)).to_degrees()
}

/// The way round from the camera's direction seen from above, degrees; negative is camera left.
pub fn round_from(out: DVec3, camera: DVec3) -> f64 {
    let by = out.x.atan2(out.z) - camera.x.atan2(camera.z);
    (by + std::f64::consts::PI).rem_euclid(std::f64::consts::TAU).to_degrees() - 180.0
}
