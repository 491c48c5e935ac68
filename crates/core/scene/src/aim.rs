//! What ratio a wished level of key or fill comes to, where the room or what is spilt counts.
//!
//! A level is the reading of that light alone, room included. Without room and spill it follows from the ratio in closed form; with them the
//! ratio is found by halving, as wishes move one way with it.

use ink_lamp_light::{
    ratio::{Anchor, Ratio, RatioTarget},
    scale::Stops,
};
use ink_lamp_sitting::{
    entry::{Entry, TargetSet},
    role::Role,
    schools::Follow,
    setup::Setup,
};

use crate::scene::Scene;

/// So often the ratio is halved: to far less than the tenth that is said.
const HALVED: usize = 40;
/// No ratio is looked for beyond this.
const MOST: f64 = 1000.0;

/// The entry with the ratio that a wish of key or fill comes to; without one where that follows without room and spill, or where no ratio does it.
#[must_use]
pub fn meant(setup: &Setup, entry: &Entry) -> Entry {
    match entry {
        Entry::Target(set) => Entry::Target(TargetSet { came_to: ratio(setup, set), ..set.clone() }),
        other => other.clone(),
    }
}

fn ratio(setup: &Setup, set: &TargetSet) -> Option<RatioTarget> {
    let TargetSet { light, level: Some(level), own: false, .. } = set else { return None };
    let (index, wish) = (setup.index_of(light)?, setup.ratio?);
    let role = setup.lights[index].role;
    let other = match role {
        Role::Key if wish.anchor() == Anchor::LitSide && setup.schools.follow == Follow::LightsFollow => Role::Fill,
        Role::Fill => Role::Key,
        _ => return None,
    };
    if setup.index(role) != Some(index) || setup.first(other).is_none() {
        return None;
    }
    let levels = Scene::of(setup).levels;
    if levels.spill.is_nothing() && levels.room_level.is_none() {
        return None;
    }
    let mut tried = setup.clone();
    let mut at = |ratio: f64| -> Option<Stops> {
        tried.ratio = RatioTarget::new(Ratio::new(ratio).ok()?, wish.convention(), wish.anchor()).ok();
        levels.wishes(&tried)[index]
    };
    // Whether the ratio is too great for that; a fill that has nothing left to give is under every level.
    let mut over = |ratio: f64| match role {
        Role::Key => at(ratio).is_none_or(|wish| wish > *level),
        _ => at(ratio).is_none_or(|wish| wish < *level),
    };
    let (mut low, mut high) = (wish.convention().least(), MOST);
    if over(low) || !over(high) {
        return None;
    }
    for _ in 0..HALVED {
        let middle = (low * high).sqrt();
        if over(middle) { high = middle } else { low = middle }
    }
    wish.near(low).ok()
}
