//! What the ground’s own light is to read for the tone that is wished.

use ink_lamp_light::{field::DVec3, meter::Amount, scale::Stops};
use ink_lamp_sitting::{metered::HeldAt, role::Role};

use super::{middle, wanted};
use crate::{levels::Levels, stage::Stage};

/// What the first ground light alone is to read, room included, for a level that is wished where it is metered of all lights together: all of it where
/// it is not known what the others give, none where they give that much.
pub fn alone(stage: &Stage, levels: &Levels, wish: Stops) -> Option<Stops> {
    let Some(others) = others(stage, levels) else { return Some(wish) };
    Amount::at(wish).without(others).level().filter(|l| l.get() > DARKEST)
}

/// What the others give where the first ground light is metered, the room's own light left out: as it was read there, or by the plan.
pub fn others(stage: &Stage, levels: &Levels) -> Option<Amount> {
    let read = stage.setup.spilt_at(HeldAt::Ground).and_then(|share| {
        let key = stage.setup.index(Role::Key)?;
        let flash = || levels.targets[key].map(|wish| Amount::at(wish).without(levels.room));
        let flash = levels.lights[key].total.map(|_| levels.lights[key].flash).or_else(flash)?;
        Some(flash.times(share))
    });
    read.or_else(|| Some(spilt(stage, stage.first(Role::Ground)?.stood.spot)))
}

/// What the other lights give at a point of the ground, and what comes back of them: what comes back of the ground's own is in its reading.
fn spilt(stage: &Stage, point: DVec3) -> Amount {
    let others = stage.lights.iter().filter(|l| l.role != Role::Ground);
    others.fold(Amount::NONE, |sum, l| {
        let back = l.amount.map_or(Amount::NONE, |a| a.times(stage.returned(l)));
        sum.and(stage.amount(l, point, DVec3::Z)).and(back)
    })
}

/// No light is asked for less, stops.
const DARKEST: f64 = -6.5;

/// What the first ground light alone is to read, room included: the wish without what the other lights spill.
pub fn target(stage: &Stage) -> Option<Stops> {
    let want = wanted(stage.setup.ground_tone?, &stage.studio)?;
    Amount::at(want).without(spilt(stage, middle(stage)?)).level().filter(|l| l.get() > DARKEST)
}
