//! A light’s reading: no brighter than the room, or taken at another ISO.

use ink_lamp_light::scale::Iso;
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::role::LightId;
use serde::Serialize;

use super::Found;

/// What is found of a reading.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum Reading {
    /// It is no brighter than the room alone: the light may not have fired.
    NoFlash {
        /// Whose.
        light: LightId,
    },
    /// The meter was on another ISO than the camera is.
    OtherIso {
        /// Whose.
        light: LightId,
        /// The meter's.
        read: Iso,
        /// The camera's.
        at: Iso,
    },
}

pub(super) fn of(scene: &Scene, index: usize) -> Vec<Found> {
    let light = &scene.setup.lights[index];
    let id = light.id.as_str();
    let mut found = Vec::new();
    if scene.levels.lights[index].no_flash {
        found.push(Found::new(Reading::NoFlash { light: light.id.clone() }, id));
    }
    if let (Some(camera), Some(held)) = (&scene.setup.camera, light.reading.as_ref().filter(|h| h.is_measured())) {
        let (read, at) = (held.reading.iso, camera.exposure.iso);
        if (at.sv() - read.sv()).abs() > 1e-9 {
            found.push(Found::new(Reading::OtherIso { light: light.id.clone(), read, at }, id));
        }
    }
    found
}
