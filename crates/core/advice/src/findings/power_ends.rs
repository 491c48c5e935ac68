//! A wish outside a unit’s power.

use ink_lamp_light::{
    measure::Meters,
    scale::Stops,
    strobe::{Dial, Reach},
};
use ink_lamp_scene::{scene::Scene, turn::Turn};
use ink_lamp_sitting::{
    entry::{Entry, LightPut},
    role::LightId,
};
use serde::Serialize;

use super::Found;

/// A wish lies outside a unit's power.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct PowerEnds {
    /// Whose.
    pub(crate) light: LightId,
    /// Where its unit ends, as written on its dial.
    pub(crate) end: String,
    /// What stays over (+) or under (−).
    pub(crate) left: Stops,
    /// The distance that gives the rest.
    pub(crate) to: Option<Meters>,
}

pub(super) fn of(scene: &Scene, index: usize) -> Option<Found> {
    let turn = Turn::of(scene.setup, &scene.levels, index)?;
    let left = turn.after - turn.target;
    if turn.reach == Reach::Within || !scene.levels.is_too_far(left) {
        return None;
    }
    let end = if turn.reach == Reach::BelowLowest { turn.unit.scale.lowest() } else { Dial::FULL };
    let end = turn.unit.scale.write(end);
    let to = scene.setup.distance_for(turn.light, turn.change - turn.by);
    let moved = to.map(|d| {
        let put = LightPut { distance: Some(d), dial: Some(turn.unit.scale.write(turn.to)), ..turn.light.as_put() };
        Entry::Light(Box::new(put))
    });
    Some(Found::new(PowerEnds { light: turn.light.id.clone(), end, left, to }, turn.light.id.as_str()).mend(moved))
}
