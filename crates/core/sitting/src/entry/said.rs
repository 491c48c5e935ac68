//! Devices that are joined said how they are set.

use ink_lamp_light::{list::up_to, refusal::Refusal};
use serde::{Deserialize, Serialize};

use super::DeviceChecked;
use crate::{
    checks::{CheckPoint, Device, Saw},
    setup::Setup,
};

/// What a device says at a point.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DeviceSays {
    /// Which device.
    pub device: Device,
    /// At what.
    pub point: CheckPoint,
    /// What it says, in the words of what is wanted there: 1 to 60 characters.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 60))]
    pub says: String,
}

/// Devices that are joined said how they are set: all that changed, at once.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DevicesSaid {
    /// What was said: 1 to 150 points.
    #[serde(deserialize_with = "up_to::<_, _, 150>")]
    #[cfg_attr(feature = "schema", schema(min_items = 1, max_items = 150))]
    pub said: Vec<DeviceSays>,
}

impl Setup {
    pub(super) fn hear_devices(&mut self, heard: &DevicesSaid) -> Result<(), Refusal> {
        if heard.said.is_empty() {
            return Err(Refusal::new("said", "No device said anything."));
        }
        for (n, DeviceSays { device, point, says }) in heard.said.iter().cloned().enumerate() {
            let checked = DeviceChecked { device, point, saw: Some(Saw::Says(says)), by: None };
            self.check(&checked).map_err(|refusal| {
                let field = format!("said[{n}].{}", refusal.field);
                refusal.at(field)
            })?;
        }
        Ok(())
    }
}
