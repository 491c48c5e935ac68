//! The wish against what walls and panels throw back.

use ink_lamp_light::ratio::{Convention, Ratio};
use ink_lamp_scene::{returned::returned, scene::Scene};
use ink_lamp_sitting::role::Role;
use serde::Serialize;

use super::Found;

/// What the room throws back does not allow the ratio.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct RatioOverRoom {
    /// The greatest lit : shadow that it allows.
    pub(crate) greatest: Ratio,
    /// What is wished.
    pub(crate) wished: Ratio,
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let (key, ratio) = (scene.stage.first(Role::Key)?, scene.setup.ratio?);
    let wished = ratio.in_convention(Convention::LitShadow);
    let greatest = returned(&scene.stage, key).greatest_ratio();
    // With a fill to be left off that is told already.
    if greatest >= wished.get() || scene.levels.room_fills.is_some() {
        return None;
    }
    let fact = RatioOverRoom { greatest: Ratio::new(greatest).ok()?, wished };
    Some(Found::new(fact, scene.setup.lights[key.index].id.as_str()))
}
