//! Cameras, lenses and meters as their sheets describe them.

use serde::{Deserialize, Serialize};

use crate::{
    quantity::quantity,
    scale::{Aperture, Iso, ShutterTime},
    setup::Step,
    strobe::Seconds,
};

quantity! {
    /// A length on a camera, 1 to 2000 millimetres.
    Millimetres, "millimetres", 1.0 to 2000.0, "mm", "length on a camera"
}
quantity! {
    /// Distance from pixel to pixel, 0.5 to 50 micrometres.
    Micrometres, "pixel_pitch", 0.5 to 50.0, "µm", "pixel pitch"
}

quantity! {
    /// A meter's calibration constant, 100 to 600 lx s.
    MeterConstant, "constant", 100.0 to 600.0, "lx s", "meter constant (flat about 250, dome about 340)"
}

/// A sensor's size.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SensorSize {
    /// The long side.
    pub width: Millimetres,
    /// The short side.
    pub height: Millimetres,
}

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

/// How finely a camera's dials step.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum DialSteps {
    /// Thirds of a stop.
    Thirds,
    /// Half stops.
    Halves,
}

/// A camera.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CameraBody {
    /// As it is called, 1 to 60 characters.
    #[serde(deserialize_with = "crate::setup::name")]
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
    /// How finely its dials step.
    pub steps: DialSteps,
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

/// What focal lengths a lens has.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FocalRange {
    /// Shortest.
    pub from: Millimetres,
    /// Longest; the same for a fixed one.
    pub to: Millimetres,
}

/// A lens.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Lens {
    /// As it is called, 1 to 60 characters.
    #[serde(deserialize_with = "crate::setup::name")]
    pub name: String,
    /// Its focal lengths.
    pub focal: FocalRange,
    /// Its widest aperture.
    pub widest: Aperture,
    /// Its smallest aperture.
    pub smallest: Aperture,
}

/// A meter.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MeterBody {
    /// As it is called, 1 to 60 characters.
    #[serde(deserialize_with = "crate::setup::name")]
    pub name: String,
    /// Its constant with the flat receptor.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub flat: Option<MeterConstant>,
    /// Its constant with the dome.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub dome: Option<MeterConstant>,
    /// What it shows: `tenths` or `thirds`.
    pub shows: Step,
    /// Whether it reads flash.
    pub flash: bool,
    /// Whether it reads the pulses of high-speed sync; ordinary ones can't.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub high_speed: bool,
}
