//! Everything that is said, either way: one JSON object in one text message, with one field that names it.

use ink_lamp_light::list::up_to;
use serde::{Deserialize, Serialize};
use serde_json::value::RawValue;
use uuid::Uuid;

use crate::{
    command::{Cannot, Command, Done},
    pace::MOST_DEVICES,
    reading::Measured,
    state::StateSaid,
    told::{DeviceId, Hello},
};

/// What a bridge says.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum FromDevice {
    /// Who speaks: before anything else.
    Hello(Hello),
    /// A sign of life.
    Beat(Beat),
    /// A meter was read.
    Reading(Measured),
    /// How a device is set.
    State(StateSaid),
    /// A command was carried out.
    Done(Done),
    /// A command can't be carried out.
    Refused(Cannot),
}

/// A sign of life.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Beat {
    /// The devices that are there, where the bridge knows it; all where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "here")]
    #[cfg_attr(feature = "schema", schema(max_items = 24))]
    pub here: Option<Vec<DeviceId>>,
}

fn here<'de, D: serde::Deserializer<'de>>(deserializer: D) -> Result<Option<Vec<DeviceId>>, D::Error> {
    up_to::<_, _, MOST_DEVICES>(deserializer).map(Some)
}

/// What the server says.
#[derive(Debug, Clone, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum ToDevice {
    /// It knows who speaks.
    Welcome(Welcome),
    /// A reading was taken: it need not be sent again.
    Took(Took),
    /// A device is asked to do something.
    Command(Command),
    /// A message could not be taken; the connection stays.
    Problem(Trouble),
    /// Messages come too fast: the next ones are read later.
    SlowDown(SlowDown),
    /// How the look at hand stands. Only who is simulated is told: it has no studio of its own to look at.
    Studio(StudioTold),
}

/// The server knows who speaks.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Welcome {
    /// A sign of each device is to come at least this often, seconds.
    pub beat_seconds: u64,
    /// So many messages a second are read in the long run.
    pub most_a_second: u32,
    /// The largest message, bytes.
    pub most_bytes: usize,
}

/// Where a reading went.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Went {
    /// To the tape of a look.
    Tape,
    /// It is kept, and asks what it is of.
    Asks,
}

/// A reading was taken.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Took {
    /// The reading's id.
    pub id: Uuid,
    /// Where it went.
    pub went: Went,
}

/// A message could not be taken.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Trouble {
    /// The field that is wrong, where one is.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub field: Option<String>,
    /// What is wrong, and what would be right.
    pub detail: String,
    /// The id of the reading that it is about, where it is about one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub about: Option<Uuid>,
    /// Whether the same message may be taken later.
    pub again: bool,
}

/// Messages come too fast.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SlowDown {
    /// For so long nothing is read, milliseconds.
    pub for_ms: u64,
}

/// How the look at hand stands.
#[derive(Debug, Clone, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StudioTold {
    /// The look.
    pub look: Uuid,
    /// How many entries its tape holds.
    pub version: i64,
    /// The setup, as `GET /api/setups/{id}` answers it.
    #[cfg_attr(feature = "schema", schema(value_type = Object))]
    pub setup: Box<RawValue>,
}
