//! What the ground’s own light is to read for the tone that is wished.

use ink_lamp_light::{field::DVec3, meter::Amount, scale::Stops};
use ink_lamp_sitting::role::Role;

use super::{at, middle, wanted};
use crate::stage::Stage;

/// What the first ground light alone is to read, room included, for a level that is wished where it is metered of all lights together. None where it
/// has no place, and where the others give that much.
pub fn alone(stage: &Stage, wish: Stops) -> Option<Stops> {
    let spot = stage.first(Role::Ground)?.stood.spot;
    Amount::at(wish).without(spilt(stage, spot)).level().filter(|l| l.get() > DARKEST)
}

/// What the others give where the first ground light is metered; none where it has no place.
pub fn others(stage: &Stage) -> Option<Stops> {
    spilt(stage, stage.first(Role::Ground)?.stood.spot).and(stage.room_ground).level()
}

/// What the other lights give at a point of the ground, and what comes back of all.
fn spilt(stage: &Stage, point: DVec3) -> Amount {
    at(stage, point, |l| l.role != Role::Ground).without(stage.room_ground)
}

/// No light is asked for less, stops.
const DARKEST: f64 = -6.5;

/// What the first ground light alone is to read, room included: the wish without what the other lights spill.
pub fn target(stage: &Stage) -> Option<Stops> {
    let want = wanted(stage.setup.ground_tone?, &stage.studio)?;
    Amount::at(want).without(spilt(stage, middle(stage)?)).level().filter(|l| l.get() > DARKEST)
}
