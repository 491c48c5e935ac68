//! The colour of room and flash together at a place.

use ink_lamp_light::{
    color::{Chromaticity, Correlated},
    measure::Kelvin,
    meter::Amount,
    scale::Stops,
};
use ink_lamp_sitting::{light::Light, metered::RoomPlace, role::Role, setup::Setup};

use crate::levels::Levels;

/// The room and the flash together at a place.
pub struct Mixture {
    /// The room's own colour, and where it lies.
    pub room: (Kelvin, Stops),
    /// Both together.
    pub light: Chromaticity,
    /// How much it is.
    pub amount: Amount,
    /// The flash's level and colour, where any reaches it.
    pub flash: Option<(Stops, Kelvin)>,
}

impl Mixture {
    /// Correlated colour of both.
    pub fn correlated(&self) -> Correlated {
        self.light.correlated()
    }

    /// By how many mired it differs from the flash: positive is warmer. None where no flash reaches the place.
    pub fn off_flash(&self) -> Option<f64> {
        self.flash.map(|(_, own)| self.correlated().mired - own.mired())
    }
}

/// What mixes at a place, once the room's colour there is known. Before a light was read, the flash is taken to lie on the exposure at the
/// sitter; at the ground without a light of its own there is none.
pub fn mixture(setup: &Setup, levels: &Levels, place: RoomPlace) -> Option<Mixture> {
    let kelvin = setup.room.light_at(place).kelvin?;
    let level = match place {
        RoomPlace::Sitter => levels.room_level,
        RoomPlace::Ground => levels.ground_level,
    }?;
    let reaches = |l: &Light| l.room_place() == place && !matches!(l.role, Role::Rim | Role::Hair);
    let mut flashes: Vec<(Stops, Kelvin)> = setup
        .lights
        .iter()
        .zip(&levels.lights)
        .filter(|(light, _)| reaches(light))
        .filter_map(|(light, at)| Some((at.flash.level()?, kelvin_of(light))))
        .collect();
    if flashes.is_empty() && place == RoomPlace::Sitter {
        flashes.push((Stops::ZERO, flash_kelvin(setup)));
    }
    let mut mixed = Mixture { room: (kelvin, level), light: Chromaticity::planck(kelvin), amount: Amount::at(level), flash: None };
    let mut flash = Amount::NONE;
    for (stops, own) in flashes {
        let by = mixed.amount.level().map_or(stops, |sum| stops - sum);
        mixed.light = mixed.light.with(Chromaticity::planck(own), by);
        mixed.amount = mixed.amount.and(Amount::at(stops));
        flash = flash.and(Amount::at(stops));
        mixed.flash = flash.level().map(|level| (level, mixed.flash.map_or(own, |(_, first)| first)));
    }
    Some(mixed)
}

/// A light's own colour, gels on; 5500 K where its sheet says none.
#[must_use]
pub fn kelvin_of(light: &Light) -> Kelvin {
    let own = light.unit.as_ref().and_then(|u| u.kelvin).unwrap_or(Kelvin::FLASH);
    own.through(light.rig.gels.iter().map(|g| g.mired)).unwrap_or(own)
}

/// The key's colour stands for the flash.
pub fn flash_kelvin(setup: &Setup) -> Kelvin {
    setup.first(Role::Key).map_or(Kelvin::FLASH, kelvin_of)
}
