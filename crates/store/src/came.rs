//! What comes in from a device, as it is kept.

use ink_lamp_light::{
    meter::Receptor,
    scale::{Iso, MeterDisplay, ShutterTime},
};
use ink_lamp_sitting::{
    entry::{DialTurned, ReadingTaken, Subject},
    metered::{HeldAt, How},
    room::RoomLight,
};
use serde::{Deserialize, Serialize};

/// What comes in from a device.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Came {
    /// A meter was read.
    Reading(ReadingCame),
    /// A unit was set.
    Dial(DialTurned),
    /// A frame was taken.
    Frame(FrameCame),
}

/// What a meter showed.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ReadingCame {
    /// What it showed.
    pub shows: MeterDisplay,
    /// Its ISO.
    pub iso: Iso,
    /// Its shutter time.
    pub shutter: ShutterTime,
    /// It looked at what burns, and waited for no pop.
    pub ambient: bool,
    /// What was read, where that is known: `room`, `whole`, or a light's id.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(value_type = Option<String>, example = "fill"))]
    pub of: Option<Subject>,
    /// Where it was held, where that is known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub place: Option<HeldAt>,
    /// What it wore, where that is known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub receptor: Option<Receptor>,
}

impl ReadingCame {
    /// As it goes to a tape.
    #[must_use]
    pub fn taken(&self, of: Subject, simulated: bool) -> ReadingTaken {
        let how = How { place: self.place, receptor: self.receptor, simulated, ..How::default() };
        ReadingTaken { of, shows: self.shows, iso: Some(self.iso), shutter: Some(self.shutter), how, light: RoomLight::default() }
    }
}

/// A frame that a camera took.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FrameCame {
    /// Its file's name.
    pub file: String,
}
