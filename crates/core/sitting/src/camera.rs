//! The camera as it is set.

use ink_lamp_light::{
    lens,
    measure::{Kelvin, Meters, Millimetres, Seconds},
    meter::Exposure,
    scale::{ShutterTime, Step, ToneCurve},
    shape::Filter,
};
use serde::{Deserialize, Serialize};

use crate::kit::{CameraBody, Lens, ShutterKind};

/// The camera as it is set.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Camera {
    /// Aperture, shutter and ISO.
    pub exposure: Exposure,
    /// Shortest shutter time that syncs with flash, where it is known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sync: Option<ShutterTime>,
    /// Filters before the lens, at most 6; the exposure counts what they take.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "ink_lamp_light::list::up_to::<_, _, 6>")]
    #[cfg_attr(feature = "schema", schema(max_items = 6))]
    pub filters: Vec<Filter>,
    /// The camera itself, where it was said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub body: Option<Box<CameraBody>>,
    /// The lens, where it was said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lens: Option<Box<Lens>>,
    /// The focal length it is at.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub focal: Option<Millimetres>,
    /// How far the sitter is from the lens.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sitter: Option<Meters>,
    /// Its white balance.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub white: Option<Kelvin>,
}

impl Camera {
    /// Focal length, distance and circle of confusion, once all are known.
    #[must_use]
    pub fn optics(&self) -> Option<(Millimetres, Meters, f64)> {
        let sensor = self.body.as_ref()?.sensor?;
        Some((self.focal?, self.sitter?, lens::circle_of_confusion(sensor, lens::DIAGONAL_SHARE)))
    }

    /// Time that a curtain takes over the frame: as its sheet says, else its sync time. None for a leaf shutter, and where nothing is known.
    #[must_use]
    pub fn travel(&self) -> Option<Seconds> {
        let sync = || Seconds::new(self.sync?.seconds()).ok();
        match self.body.as_ref().map(|b| b.shutter) {
            Some(ShutterKind::Leaf) => None,
            Some(ShutterKind::FocalPlane { travel: Some(travel), .. }) => Some(travel),
            _ => sync(),
        }
    }

    /// Whether its sheet says how long its curtains travel.
    #[must_use]
    pub fn says_travel(&self) -> bool {
        self.body.as_ref().is_some_and(|b| matches!(b.shutter, ShutterKind::FocalPlane { travel: Some(_), .. }))
    }

    /// How finely its dials step: thirds where nothing is said of it.
    #[must_use]
    pub fn steps(&self) -> Step {
        self.body.as_ref().map_or(Step::Thirds, |b| b.steps)
    }

    /// How it bends tones, where that is known.
    #[must_use]
    pub fn curve(&self) -> Option<&ToneCurve> {
        self.body.as_ref()?.curve.as_ref()
    }

    /// Whether its shutter lies between the lens.
    #[must_use]
    pub fn is_leaf(&self) -> bool {
        self.body.as_ref().is_some_and(|b| b.shutter == ShutterKind::Leaf)
    }

    /// Whether a time is shorter than sync.
    #[must_use]
    pub fn is_past_sync(&self, shutter: ShutterTime) -> bool {
        self.sync.is_some_and(|sync| shutter.tv() > sync.tv() + 1e-9)
    }
}
