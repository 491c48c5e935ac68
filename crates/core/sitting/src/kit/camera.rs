//! Cameras, lenses and meters as their sheets describe them.

use ink_lamp_light::{
    lens::SensorSize,
    measure::{Micrometres, Seconds},
    scale::{Iso, ShutterTime, Step, ToneCurve},
};
use serde::{Deserialize, Serialize};

/// How a shutter opens.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case", deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum ShutterKind {
    /// Two curtains: the frame is open all at once only up to the sync time.
    FocalPlane {
        /// Shortest time that syncs.
        sync: ShutterTime,
        /// Time that a curtain takes over the frame; the sync time where it is not known.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        travel: Option<Seconds>,
    },
    /// Between the lens: syncs at all its times.
    Leaf,
}

/// A camera.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CameraBody {
    /// As it is called, 1 to 60 characters.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    pub name: String,
    /// Its sensor.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sensor: Option<SensorSize>,
    /// Its pixels.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pixel_pitch: Option<Micrometres>,
    /// Its shutter.
    pub shutter: ShutterKind,
    /// Whether it can fire pulses through a travelling curtain.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub high_speed: bool,
    /// Its shortest time.
    pub fastest: ShutterTime,
    /// Its longest time.
    pub slowest: ShutterTime,
    /// Where its noise is least.
    pub base_iso: Iso,
    /// Its lowest ISO.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lowest_iso: Option<Iso>,
    /// The photographer's own limit.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub iso_cap: Option<Iso>,
    /// How finely its dials step: `thirds` or `halves`.
    #[serde(deserialize_with = "ink_lamp_light::scale::step_of_camera")]
    #[cfg_attr(feature = "schema", schema(schema_with = ink_lamp_light::scale::schema_of_camera))]
    pub steps: Step,
    /// How it bends tones, once a bracket of a grey card taught that. Until then its pictures are taken as plain sRGB.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub curve: Option<ToneCurve>,
}

impl CameraBody {
    /// Shortest time that syncs with flash.
    #[must_use]
    pub const fn sync(&self) -> ShutterTime {
        match self.shutter {
            ShutterKind::FocalPlane { sync, .. } => sync,
            ShutterKind::Leaf => self.fastest,
        }
    }
}
