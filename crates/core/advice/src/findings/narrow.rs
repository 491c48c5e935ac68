//! Paper narrower than the picture.

use ink_lamp_scene::{
    ground::{self, narrow},
    scene::Scene,
};

use super::{FindingKind, Found};

/// The picture shows past the edge of the paper.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Narrow(pub(crate) ground::Narrow);

impl Narrow {
    #[allow(clippy::unused_self, reason = "as every subject's")]
    pub(super) const fn kind(&self) -> FindingKind {
        FindingKind::GroundNarrow
    }
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    Some(Found::new(Narrow(narrow(&scene.stage)?), "camera"))
}
