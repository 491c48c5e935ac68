//! The room's light: what is wished of it, and what was read where, under which lamps.

use std::fmt;

use ink_lamp_light::{
    ambient::RoomWish,
    measure::Kelvin,
    meter::{Exposure, Reading},
    refusal::Refusal,
};
use serde::{Deserialize, Serialize};

use crate::{metered::RoomPlace, role::LightId, studio::Bearing};

/// The room's light: the wish, and the last readings of it.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Room {
    /// Removed or kept.
    pub wish: RoomWish,
    /// Whether the wish was said, or is only the default.
    #[serde(default)]
    pub said: bool,
    /// Read at the sitter, flash off.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub reading: Option<Reading>,
    /// Read at the ground, flash off; the sitter's counts there where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub ground: Option<Reading>,
    /// All that was read of it, newest last, one for each place and state of the lamps.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "ink_lamp_light::list::up_to::<_, _, 8>")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub seen: Vec<RoomSeen>,
    /// What daylight gave there before its last reading: how fast it goes.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub before: Option<RoomSeen>,
    /// What a test frame without flash showed.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub frame: Option<FrameSeen>,
    /// The lights whose modelling lamps were on when it was read at the sitter: they are in that reading.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "ink_lamp_light::list::up_to::<_, _, 8>")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub modelling: Vec<LightId>,
}

/// What lights the room.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Lamps {
    /// Daylight through windows, or the open sky.
    Window,
    /// Room lamps are on.
    On,
    /// Room lamps are off, blinds as they are.
    Off,
}

/// A time of day, to the minute.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(try_from = "String", into = "String")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = String, example = "17:40"))]
pub struct TimeOfDay(u16);

/// Minutes of a day.
const DAY: u16 = 24 * 60;

impl TimeOfDay {
    /// Minutes from another time to this one, past midnight where that is nearer: −719 to 720.
    #[must_use]
    pub fn minutes_since(self, other: Self) -> i16 {
        let after = (self.0 + DAY - other.0) % DAY;
        #[allow(clippy::cast_possible_wrap, reason = "less than a day")]
        if after > DAY / 2 { after as i16 - DAY as i16 } else { after as i16 }
    }

    /// So many minutes later.
    #[must_use]
    pub const fn later(self, minutes: u16) -> Self {
        Self((self.0 + minutes % DAY) % DAY)
    }
}

impl TryFrom<String> for TimeOfDay {
    type Error = Refusal;
    fn try_from(text: String) -> Result<Self, Refusal> {
        let minutes = text.split_once(':').and_then(|(h, m)| {
            let (h, m): (u16, u16) = (h.parse().ok()?, m.parse().ok()?);
            (h < 24 && m < 60).then_some(h * 60 + m)
        });
        minutes.map(Self).ok_or_else(|| Refusal::new("time", format!("{text} is no time of day. Give hours and minutes, such as 17:40.")))
    }
}

impl From<TimeOfDay> for String {
    fn from(time: TimeOfDay) -> Self {
        time.to_string()
    }
}

impl fmt::Display for TimeOfDay {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{:02}:{:02}", self.0 / 60, self.0 % 60)
    }
}

/// What is known of the room's light beside its level.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RoomLight {
    /// Window, lamps on, lamps off.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lamps: Option<Lamps>,
    /// Its colour temperature.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kelvin: Option<Kelvin>,
    /// When it was read.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub time: Option<TimeOfDay>,
    /// Where it comes from.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub from: Option<Bearing>,
}

impl RoomLight {
    /// Whether nothing is said.
    #[must_use]
    pub fn is_plain(&self) -> bool {
        *self == Self::default()
    }
}

/// One reading of the room.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RoomSeen {
    /// Where.
    pub place: RoomPlace,
    /// What else is known of the light.
    #[serde(default, skip_serializing_if = "RoomLight::is_plain")]
    pub light: RoomLight,
    /// What the meter showed.
    pub reading: Reading,
}

/// Codes of a mid-grey in a test frame without flash, 8-bit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NoFlash {
    /// At the sitter.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sitter: Option<u8>,
    /// At the ground.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub ground: Option<u8>,
}

/// A test frame without flash, with how the camera stood then.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FrameSeen {
    /// What it showed.
    pub codes: NoFlash,
    /// How it was exposed.
    pub exposure: Exposure,
}

impl Room {
    /// The reading that holds at a place; the sitter's stands for the ground until that was read too.
    #[must_use]
    pub fn at(&self, place: RoomPlace) -> Option<Reading> {
        match place {
            RoomPlace::Sitter => self.reading,
            RoomPlace::Ground => self.ground.or(self.reading),
        }
    }

    /// What else is known of the light that holds at a place.
    #[must_use]
    pub fn light_at(&self, place: RoomPlace) -> RoomLight {
        let found = |place| {
            let reading = self.at(place);
            self.seen.iter().rev().find(|s| s.place == place && Some(s.reading) == reading).map(|s| s.light)
        };
        found(place).or_else(|| found(RoomPlace::Sitter)).unwrap_or_default()
    }

    /// What was read at a place under some lamps.
    #[must_use]
    pub fn seen_with(&self, place: RoomPlace, lamps: Lamps) -> Option<Reading> {
        self.seen.iter().rev().find(|s| s.place == place && s.light.lamps == Some(lamps)).map(|s| s.reading)
    }

    /// Takes a reading. What was read at the other place under the same lamps holds again there.
    pub(super) fn take(&mut self, seen: RoomSeen) {
        let same = |s: &RoomSeen| s.place == seen.place && s.light.lamps == seen.light.lamps;
        let earlier = |s: &&RoomSeen| same(s) && s.light.time.zip(seen.light.time).is_some_and(|(then, now)| now.minutes_since(then) > 0);
        if seen.light.lamps == Some(Lamps::Window) {
            self.before = self.seen.iter().rev().find(earlier).copied();
        }
        self.seen.retain(|s| !same(s));
        self.seen.push(seen);
        let other = match seen.place {
            RoomPlace::Sitter => {
                self.reading = Some(seen.reading);
                RoomPlace::Ground
            }
            RoomPlace::Ground => {
                self.ground = Some(seen.reading);
                RoomPlace::Sitter
            }
        };
        let Some(again) = seen.light.lamps.and_then(|lamps| self.seen_with(other, lamps)) else { return };
        match other {
            RoomPlace::Sitter => self.reading = Some(again),
            RoomPlace::Ground => self.ground = Some(again),
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn minutes_are_counted_past_midnight() {
        let time = |t: &str| TimeOfDay::try_from(t.to_owned()).unwrap();
        assert_eq!((time("17:50").minutes_since(time("17:40")), time("17:40").minutes_since(time("17:50"))), (10, -10));
        assert_eq!((time("0:05").minutes_since(time("23:55")), time("23:55").minutes_since(time("0:05"))), (10, -10));
        assert_eq!((time("23:55").later(10), time("12:00").minutes_since(time("0:00"))), (time("0:05"), 720));
    }

    #[test]
    fn times_are_said_as_people_say_them_and_directions_end_at_180_degrees() {
        let time = |t: &str| TimeOfDay::try_from(t.to_owned());
        assert_eq!(time("7:05").unwrap().to_string(), "07:05");
        for wrong in ["24:00", "12:60", "noon", "12"] {
            assert_eq!(time(wrong).unwrap_err().field, "time");
        }
        assert!(Bearing::try_from(200.0).is_err());
    }
}
