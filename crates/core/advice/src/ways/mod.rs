//! Every way to a wish for the room, with what each costs this kit.
//!
//! An exhaustive [search](search::search) over the camera's real settings, filters and sync modes keeps the best of each family; those that
//! another one beats in everything are left out, and the few that stay are worked out on the board itself, light by light.

mod way;
mod work;

use crate::words::terms;
use ink_lamp_light::{
    ambient::{Level, RoomWish},
    scale::{Reflectance, Series, Stops, grey_code},
};
use ink_lamp_scene::{levels::Levels, scene::Scene};
use ink_lamp_sitting::{entry::Entry, metered::RoomPlace, setup::Setup};
use serde::Serialize;

pub use way::{Landing, RoomWay, WayLight};

use crate::words::span::{Line, Span, strong, text};

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
        let Scene { levels, .. } = Scene::of(setup);
        let wish = setup.room.wish;
        let other = other_wish(wish);
        let (ways, looked_at) = work::ways(setup, &levels, wish);
        let (mut others, _) = work::ways(setup, &levels, other);
        others.retain(|w| w.does && w.possible && !w.in_use);
        others.truncate(2);
        let kept = matches!(wish, RoomWish::Keep(_));
        let (top, bottom) = ends(&levels, wish, ways.iter().chain(&others));
        Self {
            title: title(&levels, wish),
            found: found(setup),
            missing: missing(setup),
            kept,
            wish: wish.level(),
            wish_words: wish_words(wish),
            scale: [top, bottom],
            rungs: rungs(top, bottom),
            holds: terms::holds(&setup.holds),
            helps: work::helps(setup, &levels).filter(|_| !kept),
            ways,
            other: OtherWish {
                words: match other {
                    RoomWish::Keep(l) => format!("Or keep it, at {}", l.level),
                    RoomWish::Remove(l) => format!("Or remove it, below {}", whole(l.level)),
                },
                wish: other.level(),
                entry: Entry::RoomWish(other),
                ways: others,
            },
            looked_at,
        }
    }
}

/// Where a kept room usually lies (common practice, no source).
const USUAL_KEEP: Stops = Stops::constant(-1.5);

fn other_wish(wish: RoomWish) -> RoomWish {
    match wish {
        RoomWish::Remove(_) => RoomWish::Keep(Level { level: USUAL_KEEP }),
        RoomWish::Keep(_) => RoomWish::default(),
    }
}

fn whole(level: Stops) -> String {
    level.shown().trim_end_matches(".0").to_owned()
}

fn wish_words(wish: RoomWish) -> String {
    let code = grey_code(Reflectance::MID_GREY, wish.level());
    match wish {
        RoomWish::Remove(l) => format!("below {}: a mid-grey becomes {code} or less of 255", whole(l.level)),
        RoomWish::Keep(l) => format!("at {}: a mid-grey becomes {code} of 255", l.level),
    }
}

fn missing(setup: &Setup) -> Option<String> {
    let words = match (setup.room.at(RoomPlace::Ground), &setup.camera) {
        (Some(_), Some(_)) => return None,
        (None, None) => "Read the room with the flash off, and set the camera.",
        (None, Some(_)) => "Read the room with the flash off: every way starts from there.",
        (Some(_), None) => "Set the camera: every way starts from there.",
    };
    Some(words.to_owned())
}

fn title(levels: &Levels, wish: RoomWish) -> Line {
    let Some(room) = levels.wished_room else {
        return vec![text(match wish {
            RoomWish::Remove(l) => format!("Room to below {}", whole(l.level)),
            RoomWish::Keep(l) => format!("Room kept at {}", l.level),
        })];
    };
    let gap = wish.gap(room);
    match wish {
        _ if wish.is_right(room) => {
            let (fate, at) = if matches!(wish, RoomWish::Keep(_)) { ("kept", "at") } else { ("removed", "below") };
            vec![text(format!("Room is {fate}: {room}, ")), strong(format!("{at} {}", whole(wish.level())))]
        }
        RoomWish::Remove(l) => {
            vec![text(format!("Room from {room} to below {}: lose ", whole(l.level))), strong(gap.size())]
        }
        RoomWish::Keep(l) => {
            let verb = if gap.get() > 0.0 { "lose" } else { "gain" };
            vec![text(format!("Room from {room} to {}: {verb} ", l.level)), strong(gap.size())]
        }
    }
}

fn found(setup: &Setup) -> Line {
    let Some(camera) = &setup.camera else { return Vec::new() };
    let e = camera.exposure;
    let third = Series::Third;
    let mut line = vec![Span::F(e.aperture.into()), text(format!(", {} s, ISO {}", e.shutter.marking(third), e.iso.marking(third)))];
    if let Some(reading) = setup.room.reading {
        line.extend([text(". Room read "), Span::F(reading.shows.fnumber())]);
        line.push(text(format!(" at {}, ISO {}", reading.shutter.marking(third), reading.iso.marking(third))));
    }
    if setup.room.ground.is_some() {
        line.push(text(", and at the ground"));
    }
    line.push(text("."));
    line
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
