//! An on-camera unit that adds to the exposure.

use ink_lamp_scene::scene::Scene;
use serde::Serialize;

use super::Found;

/// The on-camera unit adds to the exposure.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Commander {
    /// What it is called.
    pub(crate) name: String,
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let transmitter = scene.setup.transmitter.as_ref().filter(|t| t.contributes)?;
    Some(Found::new(Commander { name: transmitter.name.clone() }, "camera"))
}
