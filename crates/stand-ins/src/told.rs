//! What stands in a setup, as devices: which there are, and how each says that it is set.

use ink_lamp_devices::{
    state::{DeviceMode, DeviceState},
    told::{DeviceId, DeviceKind, DeviceTold},
};
use ink_lamp_sitting::{light::Light, role::LightId, setup::Setup};

fn id(text: &str) -> Option<DeviceId> {
    DeviceId::try_from(text.to_owned()).ok()
}

/// What stands in a setup, as devices.
pub(crate) fn devices_of(setup: Option<&Setup>) -> Vec<DeviceTold> {
    let one = |name: String, of: &str, kind, light: Option<&LightId>| Some(DeviceTold { id: id(of)?, kind, name, light: light.cloned() });
    let mut all = vec![one("Stand-in meter".to_owned(), "meter", DeviceKind::Meter, None)];
    let called = |name: Option<&str>, usual: &str| format!("Stand-in {}", name.unwrap_or(usual)).chars().take(60).collect::<String>();
    if let Some(transmitter) = setup.and_then(|setup| setup.transmitter.as_ref()) {
        all.push(one(called(Some(&transmitter.name), ""), "transmitter", DeviceKind::Transmitter, None));
    }
    for light in setup.iter().flat_map(|setup| &setup.lights) {
        if let Some(unit) = &light.unit {
            all.push(one(unit.name.clone(), &format!("unit-{}", light.id), DeviceKind::Unit, Some(&light.id)));
        }
    }
    let body = setup.and_then(|setup| setup.camera.as_ref()?.body.as_ref()).map(|body| body.name.as_str());
    all.push(one(called(body, "camera"), "camera", DeviceKind::Camera, None));
    all.into_iter().flatten().collect()
}

/// How a unit of a setup is set.
fn state_of(setup: &Setup, light: &Light) -> DeviceState {
    DeviceState {
        power: light.written(),
        ready: Some(true),
        channel: light.rig.channel,
        group: light.rig.group,
        mode: Some(DeviceMode::Manual),
        high_speed: Some(setup.firing.high_speed.units.contains(&light.id)),
        lamp: Some(light.rig.lamp_is_on()),
        ..DeviceState::default()
    }
}

/// How all that stands in a setup is set.
pub(crate) fn states_of(setup: &Setup, told: &[DeviceTold]) -> Vec<(DeviceId, DeviceState)> {
    let camera = setup.camera.as_ref();
    let exposure = camera.map(|camera| camera.exposure);
    let state = |device: &DeviceTold| match device.kind {
        DeviceKind::Unit => device.light.as_ref().and_then(|light| setup.light(light)).map(|light| state_of(setup, light)),
        DeviceKind::Meter => Some(DeviceState {
            iso: setup.meter.iso.or(exposure.map(|e| e.iso)),
            shutter: setup.meter.shutter.or(exposure.map(|e| e.shutter)),
            ..DeviceState::default()
        }),
        DeviceKind::Camera => Some(DeviceState {
            aperture: exposure.map(|e| e.aperture),
            shutter: exposure.map(|e| e.shutter),
            iso: exposure.map(|e| e.iso),
            mode: Some(DeviceMode::Manual),
            high_speed: Some(setup.firing.high_speed.camera),
            ..DeviceState::default()
        }),
        DeviceKind::Transmitter => Some(DeviceState {
            high_speed: Some(setup.firing.high_speed.transmitter),
            mode: Some(DeviceMode::Manual),
            channel: setup.lights.iter().find_map(|light| light.rig.channel),
            ..DeviceState::default()
        }),
    };
    told.iter().filter_map(|device| Some((device.id.clone(), state(device)?))).collect()
}
