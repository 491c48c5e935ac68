//! How a light, or all of them together, stands against what is wished.

use ink_lamp_light::{
    ambient::RoomWish,
    scale::{MeterDisplay, Stops},
};
use ink_lamp_sitting::light::{Because, Held, Standing};
use serde::{Deserialize, Serialize};

use crate::scene::Scene;

/// A light that was changed since it was read is likely on target from this chance on (a proposal, not tried on people).
const LIKELY: f64 = 0.7;

/// A light is on target as it was read from this chance on (a proposal, not tried on people).
const SURE: f64 = 0.85;

/// The chance that a light is within what is tolerated of its wish.
fn chance(scene: &Scene, index: usize) -> Option<f64> {
    Some(scene.outlook(index)?.chance(scene.levels.tolerance))
}

/// How a reading stands.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Stand {
    /// Nothing is known.
    Untouched,
    /// Decided, not yet read.
    Set,
    /// It was read with others on that are not known.
    ReadOthers,
    /// Changed since, in a way that can't be worked out.
    ReadAgain,
    /// Changed since, and likely here.
    Likely {
        /// Where.
        level: Stops,
        /// Either way, where that is told.
        within: Option<Stops>,
    },
    /// Changed since, and the camera is not set: what the meter showed.
    Carried {
        /// The display.
        shows: MeterDisplay,
    },
    /// Over (+) or under (−) its wish.
    Off {
        /// By how much.
        gap: Stops,
    },
    /// Within what is tolerated of its wish.
    OnTarget,
    /// Changed since, and most likely within what is tolerated.
    LikelyOnTarget {
        /// One standard deviation of where it lies.
        within: Stops,
    },
    /// Its last reading is too unlikely to be believed before it is read again.
    Doubtful {
        /// Off what was expected, over (+) or under (−).
        by: Stops,
    },
    /// Read, without a wish.
    Read,
    /// Read, before the camera is set.
    Reads {
        /// The display.
        shows: MeterDisplay,
    },
    /// All lights together, over (+) or under (−) their parts.
    OffParts {
        /// By how much.
        by: Stops,
        /// What the parts say.
        parts: Stops,
    },
    /// All lights together agree with their parts.
    Agrees,
}

impl Stand {
    /// A light as it was read against its wish: within what is tolerated, as surely as it takes to leave it.
    fn against(gap: Stops, scene: &Scene, index: usize) -> Self {
        let is_sure = chance(scene, index).is_none_or(|chance| chance >= SURE);
        if scene.levels.is_too_far(gap) || !is_sure { Self::Off { gap } } else { Self::OnTarget }
    }

    /// One light.
    #[must_use]
    pub fn of_light(scene: &Scene, index: usize) -> Self {
        let (light, level) = (&scene.setup.lights[index], &scene.levels.lights[index]);
        let gap = scene.levels.gap(index);
        let Some(Held { standing, reading, .. }) = &light.reading else {
            let wished = scene.levels.targets[index].is_some() || light.target.is_some();
            return if wished || light.unit.is_some() { Self::Set } else { Self::Untouched };
        };
        let shows = reading.shows;
        if let Some(by) = level.doubt {
            return Self::Doubtful { by };
        }
        match standing {
            _ if !level.tangled.is_empty() => Self::ReadOthers,
            Standing::Stale { .. } => Self::ReadAgain,
            Standing::Carried { because, .. } => match (gap, level.total) {
                (Some(gap), _) if scene.levels.is_too_far(gap) && *because != Because::Copied => Self::Off { gap },
                (Some(_), Some(_)) if *because != Because::Copied && chance(scene, index).is_some_and(|chance| chance >= LIKELY) => {
                    Self::LikelyOnTarget { within: level.sd.unwrap_or(Stops::ZERO) }
                }
                (_, Some(at)) => Self::Likely { level: at, within: level.sd },
                _ => Self::Carried { shows },
            },
            Standing::Measured => match (gap, level.total) {
                (Some(gap), _) => Self::against(gap, scene, index),
                (None, Some(_)) => Self::Read,
                (None, None) => Self::Reads { shows },
            },
        }
    }

    /// All lights together.
    #[must_use]
    pub fn of_whole(scene: &Scene) -> Self {
        match (&scene.setup.whole, scene.levels.whole, &scene.whole) {
            (_, Some(_), Some(check)) if check.differs => Self::OffParts { by: check.whole - check.parts, parts: check.parts },
            (_, Some(_), Some(_)) => Self::Agrees,
            (_, Some(_), None) => Self::Read,
            (Some(whole), None, _) if !whole.is_measured() => Self::ReadAgain,
            _ => Self::Untouched,
        }
    }
}

/// How the room stands against what is wished of it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum RoomStand {
    /// Nothing is known or decided.
    Untouched,
    /// Decided, not yet read.
    Set,
    /// Read, before the camera is set.
    Reads(MeterDisplay),
    /// It is gone.
    Removed,
    /// It shows as wished.
    Kept,
    /// Over the line that a removed room must stay below: a line is a line, one tenth over it is over.
    OverLine(Stops),
    /// Off the level at which it is kept.
    OffLevel(Stops),
}

impl RoomStand {
    /// Where the wish looks.
    #[must_use]
    pub fn of(scene: &Scene) -> Self {
        let room = &scene.setup.room;
        let wish = room.wish;
        match (scene.levels.wished_room, room.reading.or(room.ground)) {
            (Some(level), _) => match wish {
                RoomWish::Remove(_) if wish.is_right(level) => Self::Removed,
                RoomWish::Keep(_) if wish.is_right(level) => Self::Kept,
                RoomWish::Remove(_) => Self::OverLine(wish.gap(level)),
                RoomWish::Keep(_) => Self::OffLevel(wish.gap(level)),
            },
            (None, Some(reading)) => Self::Reads(reading.shows),
            (None, None) if room.said => Self::Set,
            (None, None) => Self::Untouched,
        }
    }
}
