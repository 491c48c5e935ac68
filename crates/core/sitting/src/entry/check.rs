//! Somebody looked at a device before the first flash.

use ink_lamp_light::refusal::Refusal;
use serde::{Deserialize, Serialize};

use crate::{
    checks::{CheckPoint, Device, DeviceTick, Saw},
    setup::{Setup, unknown},
};

/// Somebody looked at a device.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DeviceChecked {
    /// On what.
    pub device: Device,
    /// At what.
    pub point: CheckPoint,
    /// What was seen; nothing takes back what was said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub saw: Option<Saw>,
    /// Who looked: 1 to 60 characters.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "ink_lamp_light::name::optional_name")]
    pub by: Option<String>,
}

impl Setup {
    pub(super) fn check(&mut self, checked: &DeviceChecked) -> Result<(), Refusal> {
        let DeviceChecked { device, point, saw, by } = checked.clone();
        match &device {
            Device::Unit(id) => {
                let light = self.light_mut(id).map_err(|_| unknown(id).at("device.unit"))?;
                // It flashed: what was stored is gone, and it charges to its dial.
                if matches!((point, &saw), (CheckPoint::Charge | CheckPoint::Fires, Some(Saw::Right(_)))) {
                    light.charged = None;
                }
            }
            Device::Transmitter if self.transmitter.is_none() => {
                return Err(Refusal::new("device", "There is no transmitter in this setup. Choose one first."));
            }
            Device::Transmitter | Device::Camera => {}
        }
        self.checks.retain(|t| t.device != device || t.point != point);
        self.checks.extend(saw.map(|saw| DeviceTick { device, point, saw, by }));
        Ok(())
    }

    /// Keeps what was seen only of devices that are still the same.
    pub(super) fn keep_checks(&mut self, before: &Self) {
        let (lights, transmitter) = (&self.lights, &self.transmitter);
        self.checks.retain(|tick| match &tick.device {
            Device::Camera => true,
            Device::Transmitter => *transmitter == before.transmitter,
            Device::Unit(id) => {
                let light = |of: &[crate::light::Light]| of.iter().find(|l| l.id == *id).cloned();
                light(lights).zip(light(&before.lights)).is_some_and(|(now, then)| !now.is_other_unit(&then))
            }
        });
    }
}
