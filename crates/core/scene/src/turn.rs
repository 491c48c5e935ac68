//! The turn of a dial that brings a light to its wish.

use ink_lamp_light::{
    ambient::UNSEEN,
    meter::Amount,
    scale::Stops,
    strobe::{Dial, Reach, Unit},
};
use ink_lamp_sitting::{light::Light, setup::Setup};

use crate::levels::Levels;

/// One light whose dial is known, on its way to a wish.
pub struct Turn<'a> {
    /// The setup that it belongs to.
    pub setup: &'a Setup,
    /// The light.
    pub light: &'a Light,
    /// Its unit.
    pub unit: &'a Unit,
    /// Where its dial stands.
    pub dial: Dial,
    /// Where it goes.
    pub to: Dial,
    /// What the flash should change by.
    pub change: Stops,
    /// What the dial gives of it.
    pub by: Stops,
    /// Over (+) or under (−) the wish now.
    pub gap: Stops,
    /// The wish.
    pub target: Stops,
    /// Where it then lies.
    pub after: Stops,
    /// Whether the unit's power allows it.
    pub reach: Reach,
}

impl<'a> Turn<'a> {
    /// What a light's dial is to do for its wish. None before both and its level are known, and where the room alone is over it.
    #[must_use]
    pub fn of(setup: &'a Setup, levels: &Levels, index: usize) -> Option<Self> {
        let light = &setup.lights[index];
        let level = &levels.lights[index];
        let (gap, target) = (levels.gap(index).filter(|_| !level.no_flash)?, levels.targets[index]?);
        let change = flash_change(level.flash, gap, target, levels.room_at(light))?;
        let (unit, dial) = light.unit.as_ref().zip(light.dial)?;
        let nearest = unit.scale.nearest(unit.scale.stops(dial) + change);
        let by = unit.scale.stops(nearest.dial) - unit.scale.stops(dial);
        let after = level.flash.by(by).and(levels.room_at(light)).level().unwrap_or(target);
        Some(Self { setup, light, unit, dial, to: nearest.dial, change, by, gap, target, after, reach: nearest.reach })
    }
}

/// By how much the flash itself must change so that flash and room together land on the wish.
///
/// Where the room's part is less than a meter can tell, it is the gap itself. None where the room alone is already over the wish.
#[must_use]
pub fn flash_change(flash: Amount, gap: Stops, target: Stops, room: Amount) -> Option<Stops> {
    let wanted = Amount::at(target).without(room).level()?;
    let exact = wanted - flash.level()?;
    Some(if (exact + gap).abs() < UNSEEN { -gap } else { exact })
}
