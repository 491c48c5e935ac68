//! What the meter saw, as evidence: which lights were in a reading, how each stood then, and what the sheets said of it before the meter was read.
//!
//! A reading stays evidence after its light was turned or moved: it goes on teaching of the unit, its modifier and the setting. The belief
//! makes of all of it what is known of each light now.

use ink_lamp_light::{
    list::up_to,
    measure::{Degrees, Meters},
    scale::Stops,
    strobe::Dial,
};
use serde::{Deserialize, Deserializer, Serialize, de::Error};

use crate::{
    metered::{HeldAt, RoomPlace},
    role::LightId,
};

/// The most readings that count at once: eight lights, eight readings each. What is older has taught what it had to.
pub const MOST_SEEN: usize = 64;
/// The most lights in all of them together: nearly all readings are of one light alone.
pub const MOST_PARTS: usize = 96;

/// Deserialises readings as evidence: so many, and so many lights in them, that what is known can be worked out of them at once.
///
/// # Errors
/// Refuses more, and a reading of nothing.
pub fn all<'de, D: Deserializer<'de>>(deserializer: D) -> Result<Vec<Seen>, D::Error> {
    let all = up_to::<_, Seen, MOST_SEEN>(deserializer)?;
    if all.iter().any(|seen| seen.parts.is_empty()) {
        return Err(D::Error::custom("A reading is of a light. Give its parts, the one that was metered first."));
    }
    match all.iter().map(|seen| seen.parts.len()).sum::<usize>() {
        0..=MOST_PARTS => Ok(all),
        parts => Err(D::Error::custom(format_args!("There are {parts} lights in these readings together. At most {MOST_PARTS} count."))),
    }
}

/// One reading, as evidence.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Seen {
    /// What the meter showed, as `Av` at ISO 100.
    pub shown: Stops,
    /// The room that was in it, where that was known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub room: Option<RoomThen>,
    /// The lights that were in it; the first is the one that was metered.
    #[serde(deserialize_with = "up_to::<_, _, 8>")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub parts: Vec<Part>,
    /// What became of it.
    #[serde(default, skip_serializing_if = "Worth::is_plain")]
    pub worth: Worth,
    /// It was taken since a wish, the camera or the lights were last decided anew.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub this_round: bool,
    /// Read in a frame, in place of a meter: so much less sure, stops.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sure: Option<Stops>,
}

impl Seen {
    /// The light that was metered, as it stood.
    #[must_use]
    pub fn metered(&self) -> Option<&Part> {
        self.parts.first()
    }

    /// Whether it is a reading of a light, whatever else was in it.
    #[must_use]
    pub fn is_of(&self, light: &LightId) -> bool {
        self.metered().is_some_and(|part| part.light == *light)
    }
}

/// What a reading is worth as evidence.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Worth {
    /// It counts.
    #[default]
    Plain,
    /// No more than the room and what else was on: it teaches nothing.
    Nothing,
    /// Too unlikely to be believed at once: it teaches nothing.
    Doubted,
    /// It was too unlikely, and the next one said the same: it counts, and the unit is that much less sure, stops.
    Believed(Stops),
}

impl Worth {
    fn is_plain(&self) -> bool {
        *self == Self::Plain
    }

    /// Whether it teaches nothing, and is to be taken once more.
    #[must_use]
    pub const fn is_alarm(&self) -> bool {
        matches!(self, Self::Nothing | Self::Doubted)
    }
}

/// The room's light in a reading.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RoomThen {
    /// Where it was read.
    pub place: RoomPlace,
    /// Its own reading, as exposure value at ISO 100.
    pub ev: Stops,
    /// `Tv` of the meter's shutter time in the reading that it is part of.
    pub tv: Stops,
}

/// What falls on a place besides its own lights, against the key: read once, it holds until the key is moved by more than a little, or the studio changes.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Spilt {
    /// Where: at the shadow side or at the ground.
    pub place: HeldAt,
    /// Against the key's flash where it is metered, 0 to 1.
    pub share: f64,
    /// The key.
    pub key: LightId,
    /// How it was placed then.
    #[serde(default)]
    pub placement: u32,
    /// How far away it stood, where that was known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub distance: Option<Meters>,
    /// Between its direction and the camera's, where that was known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub angle: Option<Degrees>,
}

/// A light in a reading, as it stood then.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Part {
    /// Which.
    pub light: LightId,
    /// What was on it: the kit's id of it, or its name.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "ink_lamp_light::name::optional_name")]
    pub worn: Option<String>,
    /// Its setting.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub dial: Option<Dial>,
    /// How often it had been moved.
    #[serde(default)]
    pub placement: u32,
    /// What the sheets alone say of it as it was metered: `Av` at ISO 100.
    pub model: Stops,
    /// How far off that is for where it stands, one standard deviation, stops.
    pub hand: Stops,
}

impl Part {
    /// Whether it is the same light, set and placed as in another reading.
    #[must_use]
    pub fn stands_as_in(&self, other: &Self) -> bool {
        (&self.light, self.dial, self.placement) == (&other.light, other.dial, other.placement)
    }
}
