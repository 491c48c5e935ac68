//! The room alone over the shadow side that is wished.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::role::Role;
use serde::Serialize;

use super::Found;

/// The room alone is brighter than the shadow side is wished.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct RoomOverShadow {
    /// By how much.
    pub(crate) by: Stops,
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let (fill, room) = (scene.setup.index(Role::Fill)?, scene.levels.room_level?);
    let by = room - scene.levels.targets[fill]?;
    (by.get() > scene.levels.tolerance).then(|| Found::new(RoomOverShadow { by }, "room"))
}
