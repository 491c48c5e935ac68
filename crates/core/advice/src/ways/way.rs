//! One way, as it is shown.

use ink_lamp_light::scale::Stops;
use ink_lamp_sitting::{entry::Entry, role::Role};
use serde::Serialize;

/// One way.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RoomWay {
    /// Names it within the list: `aperture`, `iso_filter`.
    pub id: String,
    /// `Stop down`.
    pub name: String,
    /// What is set: `ƒ1.4 to ƒ4`.
    pub settings: String,
    /// It is how the camera stands.
    pub in_use: bool,
    /// It does the job.
    pub does: bool,
    /// This kit can do it.
    pub possible: bool,
    /// Where the room lies now, and where it lands where the wish looks; none until it is read again.
    pub room: Option<Landing>,
    /// The same at the sitter and at the ground, in words: `sitter −5.4, ground −6.1`.
    pub places: String,
    /// By how much the flash must rise, stops.
    pub rise: Stops,
    /// The same as written: `+3.0`.
    pub rise_shown: String,
    /// Every light's new setting, tightest first.
    pub lights: Vec<WayLight>,
    /// Until the slowest unit is ready, seconds.
    pub recycle: Option<f64>,
    /// Slower than the pace that is wanted.
    pub slow: bool,
    /// What is in focus at the sitter: `26 cm`.
    pub focus: Option<String>,
    /// Lit : shadow once all is set, room included.
    pub ratio: Option<String>,
    /// What is short, or why it can't be done: first words of the catch.
    pub verdict: Option<String>,
    /// What it costs, in a phrase.
    pub catch: String,
    /// Diffraction, grain, motion, colour: what else is worth knowing.
    pub notes: Vec<String>,
    /// What is given up, in stops or so: what the rows are ordered by.
    pub given_up: f64,
    /// What *Use* writes: the camera, then each dial. Empty where there is nothing to write.
    pub entries: Vec<Entry>,
}

/// What a way asks of one light.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WayLight {
    /// Which.
    pub id: String,
    /// As it is said.
    pub name: String,
    /// Its role.
    pub role: Role,
    /// The unit.
    pub unit: String,
    /// Its new setting as written on its own dial.
    pub dial: String,
    /// Its power as stops below full, and its unit's lowest.
    pub power: Stops,
    /// Lowest power of the unit.
    pub lowest: Stops,
    /// `2.8 left`, or `0.6 over full`.
    pub left: String,
    /// Whether the unit can give it.
    pub possible: bool,
    /// What else would do it: `1.50 to 1.20 m`.
    pub moved: Option<String>,
}

/// Where the room lands.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Landing {
    /// Level.
    pub stops: Stops,
    /// The same as written: `−5.4`.
    pub shown: String,
    /// What a mid-grey becomes, 8-bit.
    pub code: u8,
}
