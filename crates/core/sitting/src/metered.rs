//! Where, how and with what a reading was taken.

use ink_lamp_light::{
    meter::Receptor,
    scale::{Iso, ShutterTime, Stops},
};
use serde::{Deserialize, Serialize};
use uuid::Uuid;

use crate::role::LightId;

/// Where the meter was held.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum HeldAt {
    /// At the face.
    Face,
    /// At the shadow side.
    ShadowSide,
    /// At the hair or shoulder.
    HairOrShoulder,
    /// At the ground.
    Ground,
}

/// How the meter was fired.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Metered {
    /// It waited for the pop.
    Cordless,
    /// It fired the unit.
    Cord,
}

/// A frame that a reading was taken from, in place of a meter.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FromFrame {
    /// Its picture.
    pub picture: Uuid,
    /// How sure it is, stops: one standard deviation.
    pub sure: Stops,
}

/// How a reading was taken. What is left out is as usual: the light alone, where it works, held as the setup says.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct How {
    /// Lights that were on, besides the one that was read, at most 8.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "ink_lamp_light::list::up_to::<_, _, 8>")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub on: Vec<LightId>,
    /// Where.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub place: Option<HeldAt>,
    /// What the meter wore, and where it pointed.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub receptor: Option<Receptor>,
    /// How it was fired.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub metered: Option<Metered>,
    /// Read in a frame, in place of a meter.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub frame: Option<FromFrame>,
    /// It comes from a stand-in of a meter: it is no fact of a real light, and teaches the kit nothing.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub simulated: bool,
}

impl How {
    /// Whether all is as usual.
    #[must_use]
    pub fn is_usual(&self) -> bool {
        *self == Self::default()
    }
}

/// The meter's own settings, as the last reading was taken with them; what is left out goes with the camera.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MeterSet {
    /// Its ISO.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub iso: Option<Iso>,
    /// Its shutter time.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub shutter: Option<ShutterTime>,
}

impl MeterSet {
    /// Whether it goes with the camera.
    #[must_use]
    pub fn is_as_camera(&self) -> bool {
        *self == Self::default()
    }
}

/// Where the room was read.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum RoomPlace {
    /// At the sitter.
    Sitter,
    /// At the ground.
    Ground,
}

impl From<Option<HeldAt>> for RoomPlace {
    /// Only the ground is apart; every other place is the sitter's.
    fn from(place: Option<HeldAt>) -> Self {
        if place == Some(HeldAt::Ground) { Self::Ground } else { Self::Sitter }
    }
}
