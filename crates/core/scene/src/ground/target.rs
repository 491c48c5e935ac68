//! What the ground’s own light is to read for the tone that is wished.

use ink_lamp_light::{meter::Amount, scale::Stops};
use ink_lamp_sitting::role::Role;

use super::{at, middle, wanted};
use crate::stage::Stage;

/// What the first ground light alone is to read, room included: the wish without what the other lights spill.
pub fn target(stage: &Stage) -> Option<Stops> {
    let want = wanted(stage.setup.ground_tone?, &stage.studio)?;
    let spill = at(stage, middle(stage)?, |l| l.role != Role::Ground).without(stage.room_ground);
    Amount::at(want).without(spill).level().filter(|l| l.get() > -6.5)
}
