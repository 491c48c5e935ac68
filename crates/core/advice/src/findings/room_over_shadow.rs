//! The room alone over the shadow side that is wished.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::{levels::TOLERANCE_TENTHS, scene::Scene};
use ink_lamp_sitting::role::Role;

use super::{FindingKind, Found};

/// The room alone is brighter than the shadow side is wished.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct RoomOverShadow {
    /// By how much.
    pub(crate) by: Stops,
}

impl RoomOverShadow {
    #[allow(clippy::unused_self, reason = "as every subject's")]
    pub(super) const fn kind(&self) -> FindingKind {
        FindingKind::RoomOverShadow
    }
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let (fill, room) = (scene.setup.index(Role::Fill)?, scene.levels.room_level?);
    let by = room - scene.levels.targets[fill]?;
    (by.tenths() > TOLERANCE_TENTHS).then(|| Found::new(RoomOverShadow { by }, "room"))
}
