//! An on-camera unit that adds to the exposure.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::checks::{CheckPoint, Device};
use serde::Serialize;

use super::Found;

/// What a transmitter does that adds nothing of its own.
pub(crate) const SENDS_ONLY: &str = "sends only";

/// The on-camera unit adds to the exposure.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Commander {
    /// What it is called.
    pub(crate) name: String,
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let transmitter = scene.setup.transmitter.as_ref().filter(|t| t.contributes)?;
    let found = Found::new(Commander { name: transmitter.name.clone() }, "camera");
    Some(found.looked_at(Device::Transmitter, CheckPoint::Mode, SENDS_ONLY))
}
