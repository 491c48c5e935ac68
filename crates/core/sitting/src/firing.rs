//! How shutter and flash meet: the trigger’s delay, and high-speed sync in the three places where it must be on.

use ink_lamp_light::{measure::Loss, shutter::Delay};
use serde::{Deserialize, Serialize};

use crate::{light::Light, role::LightId};

/// How shutter and flash meet.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Firing {
    /// From the frame being open to the flash.
    #[serde(default = "no_delay")]
    pub delay: Delay,
    /// Where high-speed sync is on.
    #[serde(default)]
    pub high_speed: HighSpeed,
    /// What a test frame by high-speed sync lost beyond the curtains' share, stops.
    #[serde(default = "no_loss")]
    pub extra: Loss,
}

const fn no_delay() -> Delay {
    Delay::NONE
}

const fn no_loss() -> Loss {
    Loss::NONE
}

impl Default for Firing {
    fn default() -> Self {
        Self { delay: Delay::NONE, high_speed: HighSpeed::default(), extra: Loss::NONE }
    }
}

/// A place where high-speed sync must be on.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum SyncPlace {
    /// The camera.
    Camera,
    /// The transmitter.
    Transmitter,
    /// The unit of a light.
    Unit(LightId),
}

/// Where high-speed sync is on: one place forgotten spoils the frame.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HighSpeed {
    /// At the camera.
    #[serde(default)]
    pub camera: bool,
    /// At the transmitter.
    #[serde(default)]
    pub transmitter: bool,
    /// At the units of these lights, at most 8.
    #[serde(default, deserialize_with = "ink_lamp_light::list::up_to::<_, _, 8>")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub units: Vec<LightId>,
}

impl HighSpeed {
    /// On at the camera, the transmitter and the units of these lights.
    #[must_use]
    pub fn everywhere<'a>(lights: impl IntoIterator<Item = &'a Light>) -> Self {
        Self { camera: true, transmitter: true, units: lights.into_iter().map(|l| l.id.clone()).collect() }
    }
}
