use std::fmt;

use ink_lamp_light::{
    ambient::RoomWish,
    measure::{Kelvin, LengthUnit, Meters, Millimetres},
    ratio::RatioTarget,
    refusal::Refusal,
    scale::{Aperture, Iso, MeterDisplay, ShutterTime, Stops},
    shape::Filter,
    strobe::Unit,
};
use serde::{Deserialize, Serialize};
use uuid::Uuid;

use super::{
    Setup,
    firing::Firing,
    holds::Holds,
    light::{LightId, Role},
    plan::{GroundWished, LightPlaced, SitterMoved, Studio},
    rig::{How, Rig, Tone},
    room::{NoFlash, RoomLight},
    schools::{Schools, Supplies},
};
use crate::kit::{CameraBody, Lens, Transmitter};

/// One fact that happened on set.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[non_exhaustive]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Entry {
    /// The setup began as a copy of another one.
    Start(Start),
    /// The meter was read.
    Reading(ReadingTaken),
    /// The camera was set.
    Camera(CameraSet),
    /// The room is to be removed or kept.
    RoomWish(RoomWish),
    /// A dial was turned.
    Dial(DialTurned),
    /// A light was described: unit, setting, modifier, distance.
    Light(Box<LightPut>),
    /// A light was taken away.
    LightRemoved(LightRemoved),
    /// The ratio of key to fill was chosen.
    Ratio(RatioChosen),
    /// A light's wished level was set.
    Target(TargetSet),
    /// Metres or feet.
    Length(LengthChosen),
    /// The ways of working that hold in this setup.
    Schools(Schools),
    /// The mains, and the pace that is wanted.
    Supplies(Supplies),
    /// The transmitter that fires the units.
    Transmitter(TransmitterChosen),
    /// How shutter and flash meet.
    Firing(Firing),
    /// What must hold whatever the room asks for.
    Holds(Box<Holds>),
    /// The studio around the sitter was described.
    Studio(Box<Studio>),
    /// A light was put somewhere, or taken off the plan.
    Placed(LightPlaced),
    /// The sitter moved, and all else stayed.
    SitterMoved(SitterMoved),
    /// What the ground is to look like.
    GroundTone(GroundWished),
    /// A frame by automatic flash, to begin from.
    Automatic(AutomaticFrame),
    /// A frame was shot.
    Frame(FrameShot),
    /// A note was taken.
    Note(NoteTaken),
    /// An entry was taken back.
    Undo(Back),
    /// What was taken back is true after all.
    Redo(Back),
}

impl Entry {
    /// The kind as it is stored beside the entry.
    #[must_use]
    pub const fn kind(&self) -> &'static str {
        match self {
            Self::Start(_) => "start",
            Self::Reading(_) => "reading",
            Self::Camera(_) => "camera",
            Self::RoomWish(_) => "room_wish",
            Self::Dial(_) => "dial",
            Self::Light(_) => "light",
            Self::LightRemoved(_) => "light_removed",
            Self::Ratio(_) => "ratio",
            Self::Target(_) => "target",
            Self::Length(_) => "length",
            Self::Schools(_) => "schools",
            Self::Supplies(_) => "supplies",
            Self::Transmitter(_) => "transmitter",
            Self::Firing(_) => "firing",
            Self::Holds(_) => "holds",
            Self::Studio(_) => "studio",
            Self::Placed(_) => "placed",
            Self::SitterMoved(_) => "sitter_moved",
            Self::GroundTone(_) => "ground_tone",
            Self::Automatic(_) => "automatic",
            Self::Frame(_) => "frame",
            Self::Note(_) => "note",
            Self::Undo(_) => "undo",
            Self::Redo(_) => "redo",
        }
    }

    /// Whether it is a fact of its own, and not the taking back or bringing back of one.
    #[must_use]
    pub const fn is_fact(&self) -> bool {
        !matches!(self, Self::Undo(_) | Self::Redo(_))
    }

    /// Whether it tells what was seen, and so is true whatever else was changed meanwhile; all others are decisions.
    #[must_use]
    pub const fn is_observation(&self) -> bool {
        matches!(self, Self::Reading(_) | Self::Frame(_) | Self::Note(_))
    }
}

/// What a reading is of.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(try_from = "String", into = "String")]
pub enum Subject {
    /// The room alone, flash off.
    Room,
    /// One light alone.
    Light(LightId),
    /// All lights on.
    Whole,
}

impl TryFrom<String> for Subject {
    type Error = Refusal;
    fn try_from(text: String) -> Result<Self, Refusal> {
        match text.as_str() {
            "room" => Ok(Self::Room),
            "whole" => Ok(Self::Whole),
            light => LightId::new(light).map(Self::Light).map_err(|_| {
                Refusal::new(
                    "of",
                    "A reading is of the room, of the whole, or of a light. Give room, whole or the light's id, such as key.",
                )
            }),
        }
    }
}

impl From<Subject> for String {
    fn from(subject: Subject) -> Self {
        subject.to_string()
    }
}

impl fmt::Display for Subject {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            Self::Room => f.write_str("room"),
            Self::Whole => f.write_str("whole"),
            Self::Light(id) => id.fmt(f),
        }
    }
}

/// A setup that another one began from.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Start {
    /// What it was copied from, in words.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    pub from: String,
    /// What was copied.
    pub setup: Box<Setup>,
}

/// The meter was read.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ReadingTaken {
    /// What was read.
    #[cfg_attr(feature = "schema", schema(value_type = String, example = "fill"))]
    pub of: Subject,
    /// What the meter showed, as it is typed: `5.6 8`.
    pub shows: MeterDisplay,
    /// The meter's ISO; the camera's where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub iso: Option<Iso>,
    /// The meter's shutter time; the camera's where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub shutter: Option<ShutterTime>,
    /// Which lights were on, where and how it was held.
    #[serde(default, skip_serializing_if = "super::rig::How::is_usual")]
    pub how: How,
    /// What else is known of the room's light; only with a reading of the room.
    #[serde(default, skip_serializing_if = "super::room::RoomLight::is_plain")]
    pub light: RoomLight,
}

/// The camera was set.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CameraSet {
    /// Aperture as marked: `8`.
    pub aperture: Aperture,
    /// Shutter time as marked: `1/160`.
    pub shutter: ShutterTime,
    /// ISO as marked: `100`.
    pub iso: Iso,
    /// Shortest shutter time that syncs with flash; stays as it was where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sync: Option<ShutterTime>,
    /// Filters before the lens; those that are there stay where it is left out, an empty list takes them off.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub filters: Option<Vec<Filter>>,
    /// The camera itself; stays as it was where it is left out. Its sync time counts where none is said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub body: Option<Box<CameraBody>>,
    /// The lens; stays as it was where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lens: Option<Box<Lens>>,
    /// The focal length it is at; stays as it was where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub focal: Option<Millimetres>,
    /// How far the sitter is from the lens, metres; stays as it was where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sitter: Option<Meters>,
    /// White balance; stays as it was where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub white: Option<Kelvin>,
}

impl CameraSet {
    /// With what a camera can't be without; all else stays as it was.
    #[must_use]
    pub const fn new(aperture: Aperture, shutter: ShutterTime, iso: Iso) -> Self {
        Self { aperture, shutter, iso, sync: None, filters: None, body: None, lens: None, focal: None, sitter: None, white: None }
    }
}

/// A dial was turned.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DialTurned {
    /// Whose.
    pub light: LightId,
    /// The setting as written on that unit's dial: `1/16 +0.3`.
    #[cfg_attr(feature = "schema", schema(example = "1/16 +0.3", max_length = 40))]
    pub dial: String,
}

/// A light was described. What is left out is not known.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LightPut {
    /// Which; a new id adds a light.
    pub light: LightId,
    /// What it is for.
    pub role: Role,
    /// The unit.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub unit: Option<Unit>,
    /// Its setting as written on its dial.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(example = "1/8", max_length = 40))]
    pub dial: Option<String>,
    /// What is on it: 1 to 60 characters.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "ink_lamp_light::name::optional_name")]
    pub modifier: Option<String>,
    /// How far it stands from what it lights, metres.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub distance: Option<Meters>,
    /// What its modifier does, grid, gels, angle, group, channel, circuit.
    #[serde(default, skip_serializing_if = "super::rig::Rig::is_plain")]
    pub rig: Rig,
}

/// A light was taken away.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LightRemoved {
    /// Which.
    pub light: LightId,
}

/// The ratio of key to fill was chosen, or given up.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RatioChosen {
    /// The wish; nothing gives it up.
    #[cfg_attr(feature = "schema", schema(value_type = Option<RatioSpec>))]
    pub target: Option<RatioTarget>,
}

/// A light's wished level was set, or given up. For key and fill it changes the ratio.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TargetSet {
    /// Which.
    pub light: LightId,
    /// Stops against the exposure, −10 to +5; nothing gives it up.
    pub level: Option<Stops>,
}

/// Metres or feet were chosen.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LengthChosen {
    /// The unit of every distance that is told.
    pub unit: LengthUnit,
}

/// The transmitter was chosen, or put away.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TransmitterChosen {
    /// As it stands in the kit; nothing puts it away.
    pub transmitter: Option<Transmitter>,
}

/// A frame was shot by automatic flash, to be locked in manual.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct AutomaticFrame {
    /// Whose power was chosen by itself.
    pub light: LightId,
    /// The power that it gave, as written on the unit's dial.
    #[cfg_attr(feature = "schema", schema(example = "1/16", max_length = 40))]
    pub gave: String,
    /// How light the scene is on the whole.
    pub tone: Tone,
}

/// A frame was shot.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FrameShot {
    /// What was seen in it: 1 to 60 characters.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "ink_lamp_light::name::optional_name")]
    pub note: Option<String>,
    /// It was shot without flash: what a mid-grey became in it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub no_flash: Option<NoFlash>,
}

/// A note was taken.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NoteTaken {
    /// 1 to 60 characters.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    pub text: String,
}

/// An entry that is taken or brought back.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Back {
    /// Which.
    pub of: Uuid,
}
