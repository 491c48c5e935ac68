//! Daylight that goes, where the room is kept by it or comes over its line.

use ink_lamp_light::{ambient::RoomWish, scale::Stops};
use ink_lamp_scene::{daylight, scene::Scene};
use ink_lamp_sitting::room::TimeOfDay;
use serde::Serialize;

use super::Found;

/// Daylight goes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Daylight {
    /// When the room was read.
    pub(crate) read: TimeOfDay,
    /// By how much it goes in ten minutes, negative at dusk; none before it was read twice.
    pub(crate) in_ten: Option<Stops>,
    /// Where it will be ten and twenty minutes after its reading.
    pub(crate) then: Vec<Then>,
    /// When it is to be read again; none where nothing comes of it.
    pub(crate) again: Option<TimeOfDay>,
}

/// Where the room will be.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Then {
    /// When.
    pub(crate) at: TimeOfDay,
    /// Its level.
    pub(crate) level: Stops,
}

/// Slower than this in ten minutes it does not go at all, stops: what a meter in tenths shows.
const GOES: f64 = 0.05;
/// A removed room that comes over its line later than this needs no word, minutes.
const SOON: u16 = 60;

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let (light, wish) = (daylight::Daylight::of(scene)?, scene.setup.room.wish);
    let kept = matches!(wish, RoomWish::Keep(_));
    let in_ten = light.rate.map(|rate| Stops::of(rate * 10.0));
    let holds_for = light.holds_for(wish, scene.levels.tolerance);
    let told = match in_ten {
        None => kept,
        Some(by) => by.abs().get() >= GOES && (kept || holds_for.is_some_and(|minutes| minutes <= SOON)),
    };
    let then =
        [10, 20].into_iter().filter_map(|minutes| Some(Then { at: light.read.later(minutes), level: light.after(minutes)? })).collect();
    // With one reading nobody knows how fast it goes: a second one tells.
    let again = if in_ten.is_none() { Some(light.read.later(10)) } else { holds_for.map(|minutes| light.read.later(minutes.max(1))) };
    told.then(|| Found::new(Daylight { read: light.read, in_ten, then, again }, "room"))
}
