//! The room alone over the shadow side that is wished.

use ink_lamp_scene::scene::Scene;

use super::Found;
pub(crate) use crate::next::ratio::RoomOverShadow;

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let over = RoomOverShadow::of(scene)?;
    let lower = over.at_most(scene.setup.ratio?);
    Some(Found::new(over, "room").mend(lower))
}
