//! The meter was read.

use std::fmt;

use ink_lamp_light::{
    meter::Reading,
    refusal::Refusal,
    scale::{Iso, MeterDisplay, ShutterTime},
};
use serde::{Deserialize, Serialize};

use crate::{
    light::{Held, Light, Other},
    metered::{How, MeterSet, RoomPlace},
    role::LightId,
    room::{RoomLight, RoomSeen},
    setup::{Setup, unknown},
    shots::Lit,
};

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

impl From<&Lit> for Subject {
    /// What a frame in which these lights were on is a reading of.
    fn from(lit: &Lit) -> Self {
        match lit {
            Lit::NoFlash => Self::Room,
            Lit::Alone(id) => Self::Light(id.clone()),
            Lit::All => Self::Whole,
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
    #[serde(default, skip_serializing_if = "crate::metered::How::is_usual")]
    pub how: How,
    /// What else is known of the room's light; only with a reading of the room.
    #[serde(default, skip_serializing_if = "crate::room::RoomLight::is_plain")]
    pub light: RoomLight,
}

impl Setup {
    pub(super) fn take(&mut self, taken: &ReadingTaken) -> Result<(), Refusal> {
        let camera = self.camera.as_ref().map(|c| c.exposure);
        let missing = |field: &'static str, what: &str| {
            Refusal::new(field, format!("The camera is not set yet, so say the {what} that the meter was set to."))
        };
        let reading = Reading {
            shows: taken.shows,
            iso: taken.iso.or(camera.map(|c| c.iso)).ok_or_else(|| missing("iso", "ISO"))?,
            shutter: taken.shutter.or(camera.map(|c| c.shutter)).ok_or_else(|| missing("shutter", "shutter time"))?,
        };
        if taken.of != Subject::Room && !taken.light.is_plain() {
            return Err(Refusal::new("light", "Lamps, colour, time and direction belong to a reading of the room."));
        }
        self.meter = MeterSet {
            iso: taken.iso.filter(|iso| camera.is_none_or(|c| c.iso != *iso)),
            shutter: taken.shutter.filter(|shutter| camera.is_none_or(|c| c.shutter != *shutter)),
        };
        let held = Held { how: taken.how.clone(), ..Held::measured(reading) };
        let on: Vec<&Light> =
            taken.how.on.iter().map(|id| self.light(id).ok_or_else(|| unknown(id).at("how.on"))).collect::<Result<_, _>>()?;
        match &taken.of {
            Subject::Room => {
                let place = taken.how.place.into();
                if place == RoomPlace::Sitter {
                    self.room.modelling = self.lights.iter().filter(|l| l.rig.lamp_is_on()).map(|l| l.id.clone()).collect();
                }
                self.room.take(RoomSeen { place, light: taken.light, reading });
            }
            Subject::Whole => {
                if let Some(spilt) = self.spilt_by(&held) {
                    self.spilt.retain(|s| s.place != spilt.place);
                    self.spilt.push(spilt);
                }
                self.whole = Some(held);
                self.flashed(|_| true);
            }
            Subject::Light(id) => {
                let other = |l: &&Light| Other { light: l.id.clone(), av_100: self.flash_av_100(l) };
                let others = on.iter().filter(|l| l.id != *id).map(other).collect();
                let held = Held { others, ..held };
                let index = self.index_of(id).ok_or_else(|| unknown(id).at("of"))?;
                self.learn_from(index, &held);
                self.lights[index].reading = Some(held);
                // What was metered flashed.
                self.flashed(|l| l.id == *id || taken.how.on.contains(&l.id));
            }
        }
        Ok(())
    }
}
