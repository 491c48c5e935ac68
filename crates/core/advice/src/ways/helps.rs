//! What helps every way.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::levels::Levels;
use ink_lamp_sitting::setup::Setup;

use super::here::NEAREST;
use crate::words::ways as words;

/// What helps every way: the key's light brought in.
pub(super) fn helps(setup: &Setup, levels: &Levels) -> Option<String> {
    let (index, key) = setup.lights.iter().enumerate().find(|(_, l)| l.is_at_face() && l.distance.is_some())?;
    let nearer = setup.distance_for(key, Stops::of(1.0)).filter(|d| d.get() >= NEAREST)?;
    levels.lights[index].total?;
    let from = key.distance?;
    setup.holds.lights_move.then(|| words::helps(key, from, nearer, setup))
}
