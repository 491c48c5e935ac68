//! What a device is asked to do, and what came of it.

use ink_lamp_sitting::{entry::Subject, metered::HeldAt, shots::Lit};
use serde::{Deserialize, Serialize};
use uuid::Uuid;

use crate::told::{DeviceId, DeviceKind};

/// What a device is to do.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Order {
    /// A unit is to be set to a power.
    SetPower(SetPower),
    /// A unit, or all that a transmitter fires, is to flash once.
    TestFire(Plain),
    /// A modelling lamp is to be switched.
    Lamp(Switch),
    /// A device is to sleep, or to wake up.
    Standby(Switch),
    /// A meter is to be read.
    Measure(Measure),
    /// A camera is to take a frame.
    Release(Release),
}

/// Nothing more to say.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Plain {}

/// A power.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SetPower {
    /// As written on that unit's dial: `1/16 +0.3`.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 60, example = "1/16 +0.3"))]
    pub power: String,
}

/// On or off.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Switch {
    /// On.
    pub on: bool,
}

/// How a meter is to be read; a meter that can't know it leaves it aside.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Measure {
    /// What is to be read.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(value_type = Option<String>, example = "fill"))]
    pub of: Option<Subject>,
    /// Where it is held.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub place: Option<HeldAt>,
}

/// How a frame is to be taken.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Release {
    /// Which lights are on in it; all where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lit: Option<Lit>,
}

impl Order {
    /// As it is said: `set the power`.
    #[must_use]
    pub const fn words(&self) -> &'static str {
        match self {
            Self::SetPower(_) => "set the power",
            Self::TestFire(_) => "flash",
            Self::Lamp(_) => "switch the modelling lamp",
            Self::Standby(Switch { on: true }) => "sleep",
            Self::Standby(Switch { on: false }) => "wake up",
            Self::Measure(_) => "measure",
            Self::Release(_) => "take a frame",
        }
    }

    /// Whether a device of a kind can do it at all.
    #[must_use]
    pub const fn is_for(&self, kind: DeviceKind) -> bool {
        match self {
            Self::SetPower(_) | Self::Lamp(_) => matches!(kind, DeviceKind::Unit),
            Self::TestFire(_) => matches!(kind, DeviceKind::Unit | DeviceKind::Transmitter),
            Self::Standby(_) => true,
            Self::Measure(_) => matches!(kind, DeviceKind::Meter),
            Self::Release(_) => matches!(kind, DeviceKind::Camera),
        }
    }
}

/// A device is asked to do something. It answers with `done` or `refused`, and the same id.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Command {
    /// Its id. One that comes again is the same one: it is done once.
    pub id: Uuid,
    /// Which device.
    pub device: DeviceId,
    /// What.
    pub order: Order,
}

/// A device did what it was asked.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Done {
    /// Which command.
    pub command: Uuid,
}

/// A device can't do what it was asked.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Cannot {
    /// Which command.
    pub command: Uuid,
    /// Why: 1 to 500 characters, told to who asked as it is.
    #[serde(deserialize_with = "ink_lamp_light::name::note")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 500))]
    pub why: String,
}
