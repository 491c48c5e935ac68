//! Somebody looked at a device before the first flash.

use ink_lamp_light::refusal::Refusal;
use serde::{Deserialize, Serialize};

use crate::{
    checks::{CheckPoint, Device, DeviceTick, Saw},
    light::Light,
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

    /// Keeps what was seen only of devices that are still the same; and what was put aside only of those that are set as they were.
    pub(super) fn keep_checks(&mut self, before: &Self) {
        let (lights, transmitter, same_firing) = (&self.lights, &self.transmitter, self.firing == before.firing);
        self.checks.retain(|tick| {
            let is_aside = matches!(tick.saw, Saw::Aside(_));
            let as_it_was = match &tick.device {
                Device::Camera => true,
                Device::Transmitter => *transmitter == before.transmitter,
                Device::Unit(id) => {
                    let pair = lights.iter().find(|l| l.id == *id).zip(before.light(id));
                    let is_set_so = |now: &Light, then: &Light| now.dial == then.dial && now.rig == then.rig;
                    pair.is_some_and(|(now, then)| !now.is_other_unit(then) && (!is_aside || is_set_so(now, then)))
                }
            };
            as_it_was && (same_firing || !is_aside || tick.point != CheckPoint::HighSpeed)
        });
    }
}
