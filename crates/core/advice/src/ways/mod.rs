//! Every way to a wish for the room, with what each costs this kit.
//!
//! An exhaustive [search](search::search) over the camera's real settings, filters and sync modes keeps the best of each family; those that
//! another one beats in everything are left out, and the few that stay are worked out on the board itself, light by light.

mod beside;
mod catch;
mod finish;
mod helps;
mod here;
mod way;
mod work;

use ink_lamp_light::{
    ambient::RoomWish,
    scale::{Reflectance, Stops, grey_code},
};
use ink_lamp_scene::{levels::Levels, scene::Scene};
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use serde::Serialize;

pub use way::{Landing, RoomWay, WayLight};

use crate::words::{span::Span, terms, ways as words};

/// The ways to the wish for the room.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Ways {
    /// `Room from −2.7 to below −5: lose 2.3 stops`.
    pub title: Vec<Span>,
    /// How it stands: camera and reading.
    pub found: Vec<Span>,
    /// What must be known before there is an answer.
    pub missing: Option<String>,
    /// The room is to be kept.
    pub kept: bool,
    /// The wished level.
    pub wish: Stops,
    /// The wish in words: `below −5`, with the code that a mid-grey becomes there.
    pub wish_words: String,
    /// The scale that the rows are drawn on: brightest and darkest level.
    pub scale: [Stops; 2],
    /// Whole stops of that scale with the tone of a mid-grey there, 8-bit.
    pub rungs: Vec<ScaleStop>,
    /// The ways, least given up first; what falls short stands last.
    pub ways: Vec<RoomWay>,
    /// The other decision.
    pub other: OtherWish,
    /// What must hold, in words.
    pub holds: String,
    /// What helps every way.
    pub helps: Option<String>,
    /// How many combinations were looked at.
    pub looked_at: u32,
}

/// A whole stop of the scale.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ScaleStop {
    /// Where.
    pub stops: Stops,
    /// The tone there.
    pub tone: u8,
}

/// The other decision: to keep what is to be removed, or the other way round.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OtherWish {
    /// `Or keep it, at −1.5`.
    pub words: String,
    /// Its level.
    pub wish: Stops,
    /// The entry that decides so.
    pub entry: Entry,
    /// Its first ways.
    pub ways: Vec<RoomWay>,
}

impl Ways {
    /// Every way to the wish of a setup.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_advice::ways::Ways;
    /// use ink_lamp_sitting::setup::Setup;
    ///
    /// assert_eq!(Ways::of(&Setup::default()).missing.unwrap(), "Read the room with the flash off, and set the camera.");
    /// ```
    #[must_use]
    pub fn of(setup: &Setup) -> Self {
        Self::of_scene(&Scene::of(setup))
    }

    /// The same of a scene that was built already.
    #[must_use]
    pub fn of_scene(scene: &Scene) -> Self {
        let (setup, levels) = (scene.setup, &scene.levels);
        let wish = setup.room.wish;
        let other = wish.other();
        let (ways, looked_at) = work::ways(setup, levels, wish);
        let (mut others, _) = work::ways(setup, levels, other);
        others.retain(|w| w.does && w.possible && !w.in_use);
        others.truncate(2);
        let kept = matches!(wish, RoomWish::Keep(_));
        let (top, bottom) = ends(levels, wish, ways.iter().chain(&others));
        Self {
            title: words::title(levels, wish),
            found: words::found(setup),
            missing: words::missing(setup),
            kept,
            wish: wish.level(),
            wish_words: words::wish_words(wish),
            scale: [top, bottom],
            rungs: rungs(top, bottom),
            holds: terms::holds(&setup.holds),
            helps: helps::helps(setup, levels).filter(|_| !kept),
            ways,
            other: OtherWish { words: words::other(other), wish: other.level(), entry: Entry::RoomWish(other), ways: others },
            looked_at,
        }
    }
}

/// The drawn scale: all that lands, the wish, and half a stop around it, on whole stops.
fn ends<'a>(levels: &Levels, wish: RoomWish, ways: impl Iterator<Item = &'a RoomWay>) -> (Stops, Stops) {
    let landings = ways.filter_map(|w| w.room.as_ref()).map(|l| l.stops.get());
    let all: Vec<f64> = landings.chain(levels.wished_room.map(Stops::get)).chain([wish.level().get()]).collect();
    let (top, bottom) = (all.iter().copied().fold(-1.0, f64::max), all.iter().copied().fold(-6.0, f64::min));
    (Stops::of((top + 0.5).ceil().min(6.0)), Stops::of((bottom - 0.5).floor().max(-12.0)))
}

fn rungs(top: Stops, bottom: Stops) -> Vec<ScaleStop> {
    #[allow(clippy::cast_possible_truncation, reason = "whole numbers from −12 to 6")]
    let (top, bottom) = (top.get() as i32, bottom.get() as i32);
    (bottom..=top)
        .rev()
        .map(|stop| {
            let stops = Stops::of(f64::from(stop));
            ScaleStop { stops, tone: grey_code(Reflectance::MID_GREY, stops) }
        })
        .collect()
}
