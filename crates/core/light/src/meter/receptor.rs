//! What a meter's receptor makes of light from the side.
//!
//! Source: closed form. A flat receptor follows the cosine; a dome's lit projected area is `(1 + cos a)/2` of its front view.
//! A real meter's body hides the dome from behind; past 90 degrees the dome's answer is an upper limit.

use serde::{Deserialize, Serialize};

use crate::{measure::Degrees, scale::Stops};

/// What the meter wears, and where it points.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Receptor {
    /// Dome toward the camera.
    #[default]
    DomeToCamera,
    /// Dome toward the light.
    DomeToLight,
    /// Flat receptor toward the light.
    FlatToLight,
    /// Flat receptor toward the camera.
    FlatToCamera,
}

impl Receptor {
    /// The share of a light's full (normal) illuminance that it shows, 0 to 1, for a light `angle` off the camera's direction.
    #[must_use]
    pub fn share(self, angle: Degrees) -> f64 {
        match self {
            Self::DomeToCamera => dome(angle),
            Self::FlatToCamera => flat(angle),
            Self::DomeToLight | Self::FlatToLight => 1.0,
        }
    }

    /// What is to be added to a reading taken this way so that it is one taken the other way, for one light at an angle.
    /// None where either way shows nothing of it.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_light::{measure::Degrees, meter::Receptor};
    ///
    /// let by = Receptor::DomeToLight.to_be(Receptor::DomeToCamera, Degrees::new(45.0)?).unwrap();
    /// assert_eq!(by.shown(), "−0.2");
    /// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
    /// ```
    #[must_use]
    pub fn to_be(self, other: Self, angle: Degrees) -> Option<Stops> {
        Stops::from_factor(other.share(angle) / self.share(angle))
    }
}

/// A flat receptor's answer to light from an angle off its axis: `max(0, cos a)`. Exactly 0 from 90 degrees.
#[must_use]
pub fn flat(angle: Degrees) -> f64 {
    if angle.get() >= 90.0 { 0.0 } else { angle.get().to_radians().cos() }
}

/// A dome's answer to light from an angle off its axis: `(1 + cos a)/2`.
#[must_use]
pub fn dome(angle: Degrees) -> f64 {
    if angle.get() >= 180.0 { 0.0 } else { (1.0 + angle.get().to_radians().cos()) / 2.0 }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn light_along_the_axis_is_read_alike_by_all() {
        let ahead = Degrees::new(0.0).unwrap();
        for r in [Receptor::DomeToCamera, Receptor::DomeToLight, Receptor::FlatToLight, Receptor::FlatToCamera] {
            assert_eq!(r.to_be(Receptor::DomeToCamera, ahead), Some(Stops::ZERO));
        }
        let side = Degrees::new(90.0).unwrap();
        assert_eq!(Receptor::DomeToLight.to_be(Receptor::FlatToCamera, side), None);
        assert_eq!(Receptor::DomeToLight.to_be(Receptor::DomeToCamera, side).unwrap().shown(), "−1.0");
    }

    #[test]
    fn there_and_back_is_nothing() {
        for angle in [10.0, 45.0, 80.0] {
            let angle = Degrees::new(angle).unwrap();
            let there = Receptor::DomeToLight.to_be(Receptor::FlatToCamera, angle).unwrap();
            let back = Receptor::FlatToCamera.to_be(Receptor::DomeToLight, angle).unwrap();
            assert!((there + back).get().abs() < 1e-9);
        }
        assert_eq!(Degrees::new(181.0).unwrap_err().field, "angle");
    }
}
