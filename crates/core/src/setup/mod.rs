//! Everything as it now stands, and the entries that change it.
//!
//! An [`Entry`] is one fact that happened on set. [`Setup::apply`] is pure: it gives the next setup or a [`Refusal`].
//! A reading whose light was changed in a way that can be worked out is *carried* and says so; otherwise it is *stale*.

mod apply;
mod entry;
mod firing;
mod history;
mod holds;
mod light;
mod plan;
mod rig;
mod room;
mod schools;

use ink_lamp_light::{
    ambient::UNSEEN,
    measure::{Kelvin, LengthUnit, Meters, Millimetres},
    meter::{Amount, Exposure},
    ratio::RatioTarget,
    refusal::Refusal,
    scale::{ShutterTime, Stops},
    shape::Filter,
};
use serde::{Deserialize, Deserializer, Serialize};

pub use entry::{
    AutomaticFrame, Back, CameraSet, DialTurned, Entry, FrameShot, LengthChosen, LightPut, LightRemoved, NoteTaken, RatioChosen,
    ReadingTaken, Start, Subject, TargetSet, TransmitterChosen,
};
pub(crate) use firing::forgotten_words;
pub use firing::{Firing, HighSpeed, SyncPlace};
pub use history::History;
pub use holds::{Blur, Holds, Movement, MovementKind, Steadiness};
pub use light::{Because, Held, Light, LightId, Other, Role, Standing};
pub use plan::{
    Around, CameraPlace, Chin, Ground, GroundKind, GroundTone, GroundWished, LightPlace, LightPlaced, PanelPlace, Point, Return, Side,
    Sitter, SitterMoved, Studio, Walls, Window,
};
pub(crate) use plan::{Stood, place_words, rise, round_from};
pub use rig::{Automatic, FromKit, How, Metered, Place, Rig, Tone};
pub use room::{Bearing, FrameSeen, Lamps, NoFlash, Room, RoomLight, RoomPlace, RoomSeen, TimeOfDay};
pub use schools::{Follow, Schools, Supplies};

use crate::kit::{CameraBody, Lens, Transmitter};

/// The most lights a setup holds.
pub const MOST_LIGHTS: usize = 8;

/// The camera as it is set.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Camera {
    /// Aperture, shutter and ISO.
    pub exposure: Exposure,
    /// Shortest shutter time that syncs with flash, where it is known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sync: Option<ShutterTime>,
    /// Filters before the lens; the exposure counts what they take.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub filters: Vec<Filter>,
    /// The camera itself, where it was said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub body: Option<Box<CameraBody>>,
    /// The lens, where it was said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lens: Option<Box<Lens>>,
    /// The focal length it is at.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub focal: Option<Millimetres>,
    /// How far the sitter is from the lens.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sitter: Option<Meters>,
    /// Its white balance.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub white: Option<Kelvin>,
}

/// Everything as it now stands.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Setup {
    /// The room's light.
    pub room: Room,
    /// The camera, once it was set.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub camera: Option<Camera>,
    /// The lights in the order of their lanes, at most eight.
    #[serde(deserialize_with = "lights")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub lights: Vec<Light>,
    /// The wished ratio of key to fill.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(value_type = Option<RatioSpec>))]
    pub ratio: Option<RatioTarget>,
    /// The reading with all lights on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub whole: Option<Held>,
    /// Frames shot in this setup.
    #[serde(default)]
    pub frames: u32,
    /// Metres or feet.
    #[serde(default)]
    pub length: LengthUnit,
    /// The ways of working that hold here.
    #[serde(default)]
    pub schools: Schools,
    /// The mains, and the pace that is wanted.
    #[serde(default)]
    pub supplies: Supplies,
    /// The transmitter, where one was said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub transmitter: Option<Transmitter>,
    /// How shutter and flash meet.
    #[serde(default)]
    pub firing: Firing,
    /// What must hold whatever the room asks for.
    #[serde(default)]
    pub holds: Holds,
    /// The studio around the sitter, once it was described.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub studio: Option<Box<Studio>>,
    /// What the ground is to look like, where that was said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub ground_tone: Option<GroundTone>,
}

/// What of a reading is one light's own.
#[derive(Debug, Clone, PartialEq)]
pub(crate) enum Own {
    /// `Av` at ISO 100, where and how it was read.
    Flash(f64),
    /// No more than room and other lights give.
    Nothing,
    /// Lights that were on with it and are not known.
    Tangled(Vec<LightId>),
}

impl Default for Setup {
    /// An empty setup: the four lights a portrait is most often lit with, none of them touched.
    fn default() -> Self {
        let lights = [Role::Key, Role::Fill, Role::Rim, Role::Ground].map(Light::untouched).to_vec();
        Self {
            room: Room::default(),
            camera: None,
            lights,
            ratio: None,
            whole: None,
            frames: 0,
            length: LengthUnit::Metres,
            schools: Schools::default(),
            supplies: Supplies::default(),
            transmitter: None,
            firing: Firing::default(),
            holds: Holds::default(),
            studio: None,
            ground_tone: None,
        }
    }
}

impl Setup {
    /// The light of an id.
    #[must_use]
    pub fn light(&self, id: &LightId) -> Option<&Light> {
        self.lights.iter().find(|l| l.id == *id)
    }

    /// The first light of a role.
    #[must_use]
    pub fn first(&self, role: Role) -> Option<&Light> {
        self.lights.iter().find(|l| l.role == role)
    }

    /// The place of the first light of a role in the order of the lanes.
    #[must_use]
    pub fn index(&self, role: Role) -> Option<usize> {
        self.lights.iter().position(|l| l.role == role)
    }

    /// This setup as the start of another look: decisions, units and places stay; the room and the whole must be read again, and the
    /// lights' readings are carried as likely levels.
    #[must_use]
    pub fn as_start(&self) -> Self {
        let mut start = self.clone();
        start.room = Room { wish: start.room.wish, said: start.room.said, ..Room::default() };
        start.whole = None;
        start.frames = 0;
        for held in start.lights.iter_mut().filter_map(|l| l.reading.as_mut()) {
            held.carry(Stops::ZERO, Because::Copied);
        }
        start
    }

    /// What a light's flash alone gave where it was read, carried to how it stands now: `Av` at ISO 100. Room and other lights are taken
    /// out. None where it was not read, is stale, holds no more than the rest, or what was on with it is not known.
    #[must_use]
    pub fn flash_av_100(&self, light: &Light) -> Option<f64> {
        let held = light.reading.as_ref()?;
        match self.own(held, light.room_place()) {
            Own::Flash(av) => Some(av + light.as_school(held, self.schools.receptor).get() + held.carried()?.get()),
            Own::Nothing | Own::Tangled(_) => None,
        }
    }

    /// What of a reading is the light's own: the room where it was read, at the meter's shutter, and all others that were on are taken out.
    pub(crate) fn own(&self, held: &Held, place: RoomPlace) -> Own {
        let reading = held.reading;
        let amount = |av: f64| Amount::at(Stops::of(av));
        let mut rest = Amount::NONE;
        if let Some(room) = self.room.at(place) {
            rest = amount(room.av_100() + room.shutter.tv() - reading.shutter.tv());
        }
        let mut unknown = Vec::new();
        for other in &held.others {
            // Not known then, but read alone since: that will do.
            let since = || self.light(&other.light).filter(|l| l.reading.as_ref().is_some_and(|h| h.others.is_empty() && h.is_measured()));
            match other.av_100.or_else(|| self.flash_av_100(since()?)) {
                Some(av) => rest = rest.and(amount(av)),
                None => unknown.push(other.light.clone()),
            }
        }
        if !unknown.is_empty() {
            return Own::Tangled(unknown);
        }
        let raw = Stops::of(reading.av_100());
        // Less than a meter in tenths can tell from the rest is no flash.
        if rest.level().is_some_and(|rest| raw - rest < UNSEEN) {
            return Own::Nothing;
        }
        amount(raw.get()).without(rest).level().map_or(Own::Nothing, |flash| Own::Flash(flash.get()))
    }

    /// The setup that a series of entries leads to, from an empty one.
    ///
    /// # Errors
    /// The first entry that can't apply.
    pub fn replay<'a>(entries: impl IntoIterator<Item = &'a Entry>) -> Result<Self, Refusal> {
        entries.into_iter().try_fold(Self::default(), |setup, entry| setup.apply(entry))
    }
}

fn lights<'de, D: Deserializer<'de>>(deserializer: D) -> Result<Vec<Light>, D::Error> {
    let lights = Vec::<Light>::deserialize(deserializer)?;
    if lights.len() > MOST_LIGHTS {
        return Err(serde::de::Error::custom(format!("{} lights are too many. A setup holds {MOST_LIGHTS}.", lights.len())));
    }
    for (n, light) in lights.iter().enumerate() {
        if lights[..n].iter().any(|l| l.id == light.id) {
            return Err(serde::de::Error::custom(format!("Two lights are called {}. Give each its own id.", light.id)));
        }
    }
    Ok(lights)
}
