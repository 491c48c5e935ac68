//! What a drill says: what stands there, what of it is drawn and hidden, what is asked, what may be done.

use ink_lamp_light::{
    ambient::RoomWish,
    measure::{Kelvin, Meters},
    ratio::RatioTarget,
    scale::{Aperture, Iso, ShutterTime, Stops},
};
use ink_lamp_sitting::{
    entry::{Around, Entry, Subject},
    kit::Group,
    role::{LightId, Role},
    room::Lamps,
};
use ink_lamp_stand_ins::fault::Fault;
use serde::{Deserialize, Serialize};

use crate::want::Want;

/// A drill.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Drill {
    /// What it is called in the record: never changed.
    pub name: String,
    /// The lane that it belongs to: `room`, `camera`, a role, `whole`.
    pub lane: String,
    /// As people call it.
    pub title: String,
    /// What is to be done, in a line.
    pub task: String,
    /// How things stand, in two or three sentences.
    pub about: String,
    /// What one gets.
    pub given: String,
    /// What is asked.
    pub asked: String,
    /// What it trains.
    pub trains: String,
    /// What is hidden.
    pub hidden: String,
    /// What to take along.
    pub lesson: Lesson,
    /// The camera.
    pub camera: CameraAt,
    /// The room against the exposure at first, stops.
    pub room: Between,
    /// What is wished of the room; to be removed where nothing is said.
    #[serde(default)]
    pub wish: Option<RoomWish>,
    /// The ratio.
    #[serde(default)]
    pub ratio: Option<RatioTarget>,
    /// What stands there.
    pub lights: Vec<Standing>,
    /// What else is said beforehand.
    #[serde(default)]
    pub more: Vec<Said>,
    /// What was read beforehand.
    #[serde(default)]
    pub read: Vec<ReadBefore>,
    /// One of these is wrong.
    #[serde(default)]
    pub faults: Vec<Fault>,
    /// What counts as done: all of it.
    pub wants: Vec<Want>,
    /// What the shortest way may do.
    pub may: May,
    /// The shortest way.
    pub shortest: Counts,
}

/// What to take along: a sentence with a part that stands out, and the sum behind it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Lesson {
    /// Before what stands out.
    pub before: String,
    /// What stands out.
    pub strong: String,
    /// After it.
    pub after: String,
    /// The sum behind it.
    pub sum: String,
}

/// Readings and moves.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Counts {
    /// Readings.
    pub readings: u32,
    /// Moves: dials, distances, the camera, what was set right on a device.
    pub moves: u32,
}

/// How the camera stands.
#[derive(Debug, Clone, Copy, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct CameraAt {
    /// The aperture.
    pub aperture: Aperture,
    /// The shutter time.
    pub shutter: ShutterTime,
    /// The ISO.
    pub iso: Iso,
}

/// Drawn evenly between two values.
#[derive(Debug, Clone, Copy, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Between {
    /// At least.
    pub from: f64,
    /// At most.
    pub to: f64,
    /// To either side of 0.
    #[serde(default)]
    pub either: bool,
}

/// A light as it stands.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Standing {
    /// Its id.
    pub light: LightId,
    /// Its unit, by its name in the drills' kit.
    pub unit: String,
    /// What it wears.
    pub modifier: String,
    /// How far away it stands, metres.
    #[serde(default)]
    pub distance: Option<Meters>,
    /// Instead: where it stands on the plan.
    #[serde(default)]
    pub around: Option<Around>,
    /// Its dial; where it is left out it follows from `off`.
    #[serde(default)]
    pub dial: Option<String>,
    /// How far it is off what is asked of it at first, stops.
    #[serde(default)]
    pub off: Option<Between>,
    /// Its wished level outside a ratio.
    #[serde(default)]
    pub target: Option<Stops>,
    /// Its channel.
    #[serde(default)]
    pub channel: Option<u8>,
    /// Its group.
    #[serde(default)]
    pub group: Option<Group>,
}

impl Standing {
    /// Its role, by its id.
    #[must_use]
    pub fn role(&self) -> Role {
        let roles = [Role::Key, Role::Fill, Role::Rim, Role::Hair, Role::Ground];
        roles.into_iter().find(|role| LightId::of(*role) == self.light).unwrap_or(Role::Key)
    }
}

/// What else is said beforehand.
#[derive(Debug, Clone, Deserialize)]
#[serde(rename_all = "snake_case", deny_unknown_fields)]
pub enum Said {
    /// The transmitter, by its name in the drills' kit.
    Transmitter {
        /// Its name.
        transmitter: String,
    },
    /// Any entry.
    #[serde(untagged)]
    Entry(Box<Entry>),
}

/// What was read beforehand.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct ReadBefore {
    /// What.
    pub of: Subject,
    /// The room's lamps and colour, where it is the room.
    #[serde(default)]
    pub light: Option<LampsSaid>,
}

/// What was said of the room's lamps.
#[derive(Debug, Clone, Copy, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct LampsSaid {
    /// Which burn.
    pub lamps: Lamps,
    /// Their colour.
    pub kelvin: Kelvin,
}

/// What the shortest way may do.
#[derive(Debug, Clone, Default, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct May {
    /// Turn the dials of these.
    #[serde(default)]
    pub turn: Vec<LightId>,
    /// Move these nearer or farther.
    #[serde(default, rename = "move")]
    pub moved: Vec<LightId>,
    /// Change these of the camera.
    #[serde(default)]
    pub camera: Vec<OfCamera>,
    /// Do these, each once.
    #[serde(default)]
    pub fixes: Vec<Fix>,
}

/// A setting of the camera.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum OfCamera {
    /// The aperture.
    Aperture,
    /// The shutter time, up to sync.
    Shutter,
    /// The ISO.
    Iso,
}

/// Something that may be done once.
#[derive(Debug, Clone, Deserialize)]
#[serde(rename_all = "snake_case", deny_unknown_fields)]
pub enum Fix {
    /// A gel on a light.
    Gel {
        /// Which light.
        light: LightId,
        /// Which gel, by its name in the drills' kit.
        gel: String,
    },
    /// A modifier's own grid.
    Grid {
        /// Which light.
        light: LightId,
    },
    /// Any entry.
    Entry(Box<Entry>),
}
