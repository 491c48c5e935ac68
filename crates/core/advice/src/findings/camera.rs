//! Aperture and ISO at the camera.

use ink_lamp_light::{
    lens::SMALLEST_AV,
    scale::{Aperture, Iso, Stops},
};
use ink_lamp_scene::scene::Scene;
use serde::Serialize;

use super::Found;
use crate::action::camera_with;

/// What is found of aperture and ISO.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum Camera {
    /// The aperture is past diffraction, by some stops.
    Diffraction {
        /// The aperture.
        at: Aperture,
        /// How far past.
        by: Stops,
    },
    /// ISO is past the photographer's own cap.
    IsoPastCap {
        /// ISO as it is set.
        iso: Iso,
        /// The cap.
        cap: Iso,
    },
}

pub(super) fn of(scene: &Scene) -> Vec<Found> {
    let Some(camera) = &scene.setup.camera else { return Vec::new() };
    let e = camera.exposure;
    let mut found = Vec::new();
    if e.aperture.av() > SMALLEST_AV + 1e-9 {
        let fact = Camera::Diffraction { at: e.aperture, by: Stops::of(e.aperture.av() - SMALLEST_AV) };
        let smallest = Aperture::from_av(SMALLEST_AV).ok().map(|a| camera_with(camera, |s| s.aperture = a));
        found.push(Found::new(fact, "camera").mend(smallest));
    }
    if let Some(cap) = scene.setup.iso_cap().filter(|cap| e.iso.sv() > cap.sv() + 1e-9) {
        let capped = camera_with(camera, |s| s.iso = cap);
        found.push(Found::new(Camera::IsoPastCap { iso: e.iso, cap }, "camera").mend(Some(capped)));
    }
    found
}
