//! Units that draw more than a circuit carries.

use ink_lamp_scene::{
    energy::{self, Circuit},
    scene::Scene,
};
use serde::Serialize;

use super::Found;

/// Units draw more than a circuit carries.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Circuits(pub(crate) Circuit);

pub(super) fn of(scene: &Scene) -> Vec<Found> {
    let lights = &scene.setup.lights;
    let over = energy::circuits(scene.setup).into_iter().filter(|c| c.load > 1.0);
    over.map(|circuit| {
        let first = lights.iter().find(|l| l.rig.circuit.unwrap_or(1) == circuit.number && l.unit.is_some());
        let lane = first.map_or("key", |l| l.id.as_str());
        Found::new(Circuits(circuit), lane)
    })
    .collect()
}
