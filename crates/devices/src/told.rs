//! Which devices a bridge speaks for.

use std::fmt;

use ink_lamp_light::refusal::Refusal;
use ink_lamp_sitting::{kit::Group, role::LightId};
use serde::{Deserialize, Serialize};

use crate::pace::MOST_DEVICES;

/// What a bridge calls one of its devices: 1 to 40 letters, digits, `-`, `_` and `.`, always the same for the same device.
#[derive(Debug, Clone, PartialEq, Eq, Hash, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(try_from = "String", into = "String")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = String, example = "meter-1", min_length = 1, max_length = 40, pattern = "^[A-Za-z0-9._-]+$"))]
pub struct DeviceId(String);

impl TryFrom<String> for DeviceId {
    type Error = Refusal;
    fn try_from(text: String) -> Result<Self, Refusal> {
        let is_one = (1..=40).contains(&text.len()) && text.bytes().all(|b| b.is_ascii_alphanumeric() || b"-_.".contains(&b));
        if is_one { Ok(Self(text)) } else { Err(Refusal::new("id", "A device's id has 1 to 40 letters, digits, -, _ and . in it.")) }
    }
}

impl From<DeviceId> for String {
    fn from(id: DeviceId) -> Self {
        id.0
    }
}

impl fmt::Display for DeviceId {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.0)
    }
}

/// What a device is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum DeviceKind {
    /// A light meter.
    Meter,
    /// A transmitter that fires units, or sets them.
    Transmitter,
    /// A strobe.
    Unit,
    /// A camera.
    Camera,
}

/// A device that a bridge speaks for.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DeviceTold {
    /// Its id with this bridge.
    pub id: DeviceId,
    /// What it is.
    pub kind: DeviceKind,
    /// As it is called: 1 to 60 characters.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 60))]
    pub name: String,
    /// The light of the look that it is, where the bridge knows it. Else it is the one whose unit has the same name, or the only one of its group.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub light: Option<LightId>,
}

/// The first message: who speaks, and for which devices. Sent again, it takes the place of the one before.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Hello {
    /// Nothing of it is real: all that it sends is marked so.
    #[serde(default)]
    pub simulated: bool,
    /// Its devices: 1 to 24, each id once.
    #[serde(deserialize_with = "ink_lamp_light::list::up_to::<_, _, MOST_DEVICES>")]
    #[cfg_attr(feature = "schema", schema(min_items = 1, max_items = 24))]
    pub devices: Vec<DeviceTold>,
}

impl Hello {
    /// Whether each device is there once.
    ///
    /// # Errors
    /// None at all, or one twice.
    pub fn check(&self) -> Result<(), Refusal> {
        if self.devices.is_empty() {
            return Err(Refusal::new("devices", "A bridge speaks for at least one device."));
        }
        match (1..self.devices.len()).find(|&n| self.devices[..n].iter().any(|before| before.id == self.devices[n].id)) {
            None => Ok(()),
            Some(n) => Err(Refusal::new("devices", format!("{} is there twice. Give each device an id of its own.", self.devices[n].id))),
        }
    }
}

/// A light of a look: its id, the name of its unit, and its group.
pub type LightTold<'a> = (&'a LightId, Option<&'a str>, Option<Group>);

/// Which light of a look a device is: the one that the bridge named, the one whose unit is called so, or the only one of its group.
#[must_use]
pub fn light_of<'a>(lights: impl Iterator<Item = LightTold<'a>> + Clone, told: &DeviceTold, group: Option<Group>) -> Option<LightId> {
    if told.kind != DeviceKind::Unit {
        return None;
    }
    let only = |is: &dyn Fn(&LightTold<'_>) -> bool| {
        let mut all = lights.clone().filter(|light| is(light));
        all.next().filter(|_| all.next().is_none()).map(|(id, ..)| id.clone())
    };
    match &told.light {
        Some(named) => only(&|(id, ..)| *id == named),
        None => only(&|(_, unit, _)| *unit == Some(told.name.as_str())).or_else(|| only(&|(_, _, of)| group.is_some() && *of == group)),
    }
}
