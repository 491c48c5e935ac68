//! What somebody looked at on the devices themselves before the first flash.

use ink_lamp_light::list::up_to;
use serde::{Deserialize, Deserializer, Serialize};

use crate::role::LightId;

/// A device that is looked at.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Device {
    /// The camera.
    Camera,
    /// The transmitter.
    Transmitter,
    /// The unit of a light.
    Unit(LightId),
}

/// What is looked at on a device.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum CheckPoint {
    /// The channel that all share.
    Channel,
    /// The group.
    Group,
    /// Manual, automatic or a ratio; and for a transmitter whether its own flash adds to the exposure.
    Mode,
    /// The lowest power, sent and taken.
    Lowest,
    /// How finely it steps.
    Step,
    /// Ready for the next flash, within the pace that is wanted.
    Ready,
    /// What it runs on: fresh batteries or the mains.
    Supply,
    /// Whether it is reached: by radio, by cord, or in sight.
    Reach,
    /// The slave cell, and the pre-flashes that it lets pass.
    Slave,
    /// The zoom head, against lens or modifier.
    Zoom,
    /// High-speed sync.
    HighSpeed,
    /// The charge that is stored, after the dial went down.
    Charge,
    /// The modelling lamp, as it is while frames are shot.
    Lamp,
    /// The range setting of a radio.
    Range,
    /// Whether it fired when it was its turn.
    Fires,
}

/// What was seen on a device.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Saw {
    /// It is right, as it says: 1 to 60 characters. True as long as the same is wanted there.
    Right(#[serde(deserialize_with = "ink_lamp_light::name::name")] String),
    /// It is not: what it says, or does. 1 to 60 characters.
    Wrong(#[serde(deserialize_with = "ink_lamp_light::name::name")] String),
    /// What the device itself says that it is set to, right or wrong: 1 to 60 characters.
    Says(#[serde(deserialize_with = "ink_lamp_light::name::name")] String),
    /// Put aside, and why: 1 to 60 characters.
    Aside(#[serde(deserialize_with = "ink_lamp_light::name::name")] String),
}

/// A cell that somebody looked at.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DeviceTick {
    /// On what.
    pub device: Device,
    /// At what.
    pub point: CheckPoint,
    /// What was seen.
    pub saw: Saw,
    /// Who looked, where that was said: 1 to 60 characters.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "ink_lamp_light::name::optional_name")]
    pub by: Option<String>,
}

/// Camera, transmitter and eight units, each at most once at each point.
const MOST: usize = 10 * 15;

/// Deserialises ticks, as many as there are cells.
///
/// # Errors
/// Refuses more.
pub(crate) fn ticks<'de, D: Deserializer<'de>>(deserializer: D) -> Result<Vec<DeviceTick>, D::Error> {
    up_to::<_, DeviceTick, MOST>(deserializer)
}
