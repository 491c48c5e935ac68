//! Somebody looked at a device, on the tape.

use ink_lamp_scene::effect::{Effect, LightThen};
use ink_lamp_sitting::{
    checks::{Device, Saw},
    entry::DeviceChecked,
    setup::Setup,
};

use super::line::{TapeKind, TapeLine, by};
use crate::words::{check, span::text};

pub(super) fn line(checked: &DeviceChecked, did: &Effect) -> TapeLine {
    told(checked, did.light.as_ref())
}

pub(super) fn pending(checked: &DeviceChecked, setup: &Setup) -> TapeLine {
    let light = match &checked.device {
        Device::Unit(id) => Some(LightThen::of(setup, id)),
        Device::Camera | Device::Transmitter => None,
    };
    told(checked, light.as_ref())
}

fn told(checked: &DeviceChecked, light: Option<&LightThen>) -> TapeLine {
    let whose = match &checked.device {
        Device::Camera => "Camera".to_owned(),
        Device::Transmitter => "Transmitter".to_owned(),
        Device::Unit(id) => light.map_or_else(|| id.to_string(), |l| l.name.clone()),
    };
    let point = check::point(checked.point).to_lowercase();
    let saw = match &checked.saw {
        None => "not said any more".to_owned(),
        Some(Saw::Right(says)) => says.clone(),
        Some(Saw::Wrong(says)) => format!("{says}: wrong"),
        Some(Saw::Says(says)) => format!("says {says}"),
        Some(Saw::Aside(why)) => format!("put aside: {why}"),
    };
    TapeLine::new(TapeKind::Choice, light.and_then(|l| l.role), vec![text(format!("{whose}: {point}"))], by(saw, checked.by.as_deref()))
}
