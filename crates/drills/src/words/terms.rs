//! Numbers, sizes and names as they stand in the sentences about drills.

use ink_lamp_light::scale::Stops;
use ink_lamp_sitting::{
    role::{LightId, Role},
    setup::Setup,
};

const NUMBERS: [&str; 13] = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"];

pub(super) fn number(n: u32) -> String {
    NUMBERS.get(n as usize).map_or_else(|| n.to_string(), |word| (*word).to_owned())
}

pub(super) fn counted(n: u32, one: &str) -> String {
    if n == 1 { format!("1 {one}") } else { format!("{n} {one}s") }
}

/// Minutes and seconds: `2:11`.
#[must_use]
pub fn time(seconds: u32) -> String {
    format!("{}:{:02}", seconds / 60, seconds % 60)
}

pub(super) fn shown(stops: f64) -> String {
    Stops::of(stops.clamp(-64.0, 64.0)).shown()
}

pub(super) fn size(stops: f64) -> String {
    Stops::of(stops.abs().min(64.0)).number()
}

pub(super) fn side(stops: f64) -> &'static str {
    if stops > 0.0 { "over" } else { "under" }
}

pub(super) fn way_of(stops: f64) -> &'static str {
    if stops > 0.0 { "up" } else { "down" }
}

pub(super) fn name_of(lane: &str, setup: &Setup) -> String {
    let light = LightId::new(lane).ok().and_then(|id| setup.light(&id).map(ink_lamp_sitting::light::Light::name));
    light.unwrap_or_else(|| {
        let mut letters = lane.chars();
        letters.next().map(|first| first.to_uppercase().chain(letters).collect()).unwrap_or_default()
    })
}

pub(super) fn role_of(lane: &str, setup: &Setup) -> Option<Role> {
    if lane == "room" {
        return Some(Role::Room);
    }
    Some(setup.light(&LightId::new(lane).ok()?)?.role)
}

pub(super) fn lowered(name: &str) -> String {
    name.to_lowercase()
}
