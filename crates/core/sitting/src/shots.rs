//! Frames whose pictures are kept with a look: what their files say, and which lights were on.

use ink_lamp_light::{
    list::up_to,
    measure::Millimetres,
    meter::Exposure,
    scale::{Aperture, Iso, ShutterTime, Stops},
};
use serde::{Deserialize, Deserializer, Serialize};
use uuid::Uuid;

use crate::role::LightId;

/// How many frames a setup keeps in mind: the last of each light, of the room and of all, and some that were shot since. The look's roll holds all.
pub const MOST_SHOTS: usize = 16;

/// Of how many lights a frame remembers that they were changed: more names than a look ever has.
pub(crate) const MOST_CHANGED: usize = 32;

/// Which lights were on in a frame.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Lit {
    /// None: the room alone.
    NoFlash,
    /// One alone, with the room.
    Alone(LightId),
    /// All of them, with the room.
    All,
}

/// What a frame's own file says of its exposure; what it does not say is not there.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct AsShot {
    /// The aperture.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub aperture: Option<Aperture>,
    /// The shutter time.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub shutter: Option<ShutterTime>,
    /// ISO.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub iso: Option<Iso>,
    /// The focal length.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub focal: Option<Millimetres>,
}

impl AsShot {
    /// A camera's exposure with what the file says in its place.
    #[must_use]
    pub fn over(self, camera: Exposure) -> Exposure {
        Exposure {
            aperture: self.aperture.unwrap_or(camera.aperture),
            shutter: self.shutter.unwrap_or(camera.shutter),
            iso: self.iso.unwrap_or(camera.iso),
            ..camera
        }
    }
}

/// What a light was set to when a frame was shot.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SetAt {
    /// The light.
    pub light: LightId,
    /// Its power, stops below full.
    pub power: Stops,
}

/// What a frame with a grey card taught of the sitter's skin.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Skin {
    /// How far it lies over the card in the same light, stops. About 1 for light skin (common practice, no source).
    pub over: Stops,
    /// How sure that is, stops: one standard deviation.
    pub sure: Stops,
    /// In which frame.
    pub frame: u32,
}

/// A frame whose picture is kept.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Shot {
    /// The picture.
    pub picture: Uuid,
    /// Which frame of the look it is, from 1.
    pub frame: u32,
    /// What its file says.
    #[serde(default)]
    pub as_shot: AsShot,
    /// Which lights were on, once that was said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lit: Option<Lit>,
    /// It was meant to be exposed as it is, though the camera here is set otherwise.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub meant: bool,
    /// What each light was set to then, as far as that was known.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "up_to::<_, _, 8>")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub set: Vec<SetAt>,
    /// Lights that do something else to the face by now than they did then, whatever they are set to: moved, another unit, another modifier.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "up_to::<_, _, MOST_CHANGED>")]
    #[cfg_attr(feature = "schema", schema(max_items = 32))]
    pub changed: Vec<LightId>,
}

impl Shot {
    /// What a light was set to, stops below full.
    #[must_use]
    pub fn power_of(&self, light: &LightId) -> Option<Stops> {
        self.set.iter().find(|set| set.light == *light).map(|set| set.power)
    }
}

/// Deserialises frames: at most [`MOST_SHOTS`].
///
/// # Errors
/// More than that.
pub(crate) fn all<'de, D: Deserializer<'de>>(deserializer: D) -> Result<Vec<Shot>, D::Error> {
    up_to::<_, _, MOST_SHOTS>(deserializer)
}
