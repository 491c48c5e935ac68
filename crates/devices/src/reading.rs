//! What a meter showed.

use chrono::{DateTime, Utc};
use ink_lamp_light::{
    meter::Receptor,
    scale::{Iso, MeterDisplay, ShutterTime},
};
use ink_lamp_sitting::{entry::Subject, metered::HeldAt};
use serde::{Deserialize, Serialize};
use uuid::Uuid;

use crate::told::DeviceId;

/// What a meter was set to look at.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum MeterMode {
    /// A pop, with the room's light in the same time.
    Flash,
    /// The light that burns.
    Ambient,
}

/// A meter was read: what its display shows, and what it was set to.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Measured {
    /// Made by the device (UUID, best of version 7): sent again, it is taken once.
    pub id: Uuid,
    /// Which meter.
    pub device: DeviceId,
    /// When, from 1900 to 2200.
    pub at: DateTime<Utc>,
    /// What it shows: `5.6 1`.
    pub shows: MeterDisplay,
    /// Its ISO.
    pub iso: Iso,
    /// Its shutter time.
    pub shutter: ShutterTime,
    /// What it was set to look at.
    pub mode: MeterMode,
    /// What was read, where the device knows it: `room`, `whole` or a light's id. Else it is what is being metered on the board.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(value_type = Option<String>, example = "fill"))]
    pub of: Option<Subject>,
    /// Where it was held, where the device knows it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub place: Option<HeldAt>,
    /// What it wore, and where it pointed, where the device knows it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub receptor: Option<Receptor>,
}
