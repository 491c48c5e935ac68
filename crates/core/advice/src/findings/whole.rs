//! The reading with all lights on, where it differs from its parts.

use ink_lamp_scene::{scene::Scene, whole::WholeCheck};
use serde::Serialize;

use super::Found;

/// The reading with all lights on differs from the sum of the parts.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Whole(pub(crate) WholeCheck);

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let check = scene.whole.as_ref().filter(|c| c.differs).cloned()?;
    Some(Found::new(Whole(check), "whole"))
}
