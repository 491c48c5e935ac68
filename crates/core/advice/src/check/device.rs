//! The devices of a setup, and what is said of them.

use ink_lamp_sitting::{
    checks::{CheckPoint, Device, Saw},
    entry::{DeviceChecked, Entry},
    light::Light,
    role::Role,
    setup::Setup,
};

use crate::words::check as words;

/// Camera, transmitter, then each unit in the order of the lanes; none where no unit is known.
pub(super) fn devices(setup: &Setup) -> Vec<Device> {
    let units = setup.lights.iter().filter(|l| l.unit.is_some()).map(|l| Device::Unit(l.id.clone()));
    let transmitter = setup.transmitter.iter().map(|_| Device::Transmitter);
    let units: Vec<Device> = units.collect();
    if units.is_empty() {
        return Vec::new();
    }
    std::iter::once(Device::Camera).chain(transmitter).chain(units).collect()
}

/// A device's role, its name, and what it is called in the kit.
pub(super) fn headed(setup: &Setup, device: &Device) -> (Option<Role>, String, String) {
    match device {
        Device::Camera => {
            let body = setup.camera.as_ref().and_then(|c| c.body.as_ref()).map(|b| b.name.clone());
            (None, words::CAMERA.to_owned(), body.unwrap_or_default())
        }
        Device::Transmitter => {
            let name = setup.transmitter.as_ref().map(|t| t.name.clone());
            (None, name.unwrap_or_default(), words::TRANSMITTER.to_owned())
        }
        Device::Unit(id) => {
            let light = setup.light(id);
            let kit = light.and_then(|l| l.unit.as_ref()).map(|u| u.name.clone()).unwrap_or_default();
            (light.map(|l| l.role), light.map(Light::name).unwrap_or_default(), kit)
        }
    }
}

/// What is noted of a piece in the kit: its firmware, its battery.
pub(super) fn note(setup: &Setup, device: &Device) -> Option<String> {
    match device {
        Device::Camera => None,
        Device::Transmitter => setup.transmitter.as_ref()?.words.note.clone(),
        Device::Unit(id) => setup.light(id)?.unit.as_ref()?.words.note.clone(),
    }
}

/// The entry that says what was seen.
pub(super) fn checked(device: &Device, point: CheckPoint, saw: Option<Saw>) -> Entry {
    Entry::Checked(DeviceChecked { device: device.clone(), point, saw, by: None })
}
