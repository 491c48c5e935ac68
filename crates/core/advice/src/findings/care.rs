//! What is there beside lights and sitter, and asks for care.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::cautions::Risk;
use serde::Serialize;

use super::Found;

/// Something is there that asks for care.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Care {
    /// What.
    pub(crate) risk: Risk,
}

pub(super) fn of(scene: &Scene) -> impl Iterator<Item = Found> {
    let there = |risk: &Risk| scene.setup.holds.has(*risk);
    Risk::ALL.into_iter().filter(there).map(|risk| Found::new(Care { risk }, "camera"))
}
