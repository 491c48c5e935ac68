//! Paper narrower than the picture.

use ink_lamp_scene::{
    ground::{self, narrow},
    scene::Scene,
};
use serde::Serialize;

use super::Found;

/// The picture shows past the edge of the paper.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Narrow(pub(crate) ground::Narrow);

pub(super) fn of(scene: &Scene) -> Option<Found> {
    Some(Found::new(Narrow(narrow(&scene.stage)?), "camera"))
}
