//! What a device says of itself, in the words in which the same is wanted of it.

use ink_lamp_sitting::{
    checks::{CheckPoint, Device, DeviceTick, Saw},
    kit::Group,
    setup::Setup,
};

use super::cell::{Wanted, wanted};
use crate::words::check as words;

/// How a device says that it is set, as far as it says.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Told {
    /// Its channel.
    pub channel: Option<u8>,
    /// Its group.
    pub group: Option<Group>,
    /// Whether everything is set by hand.
    pub manual: Option<bool>,
    /// Its zoom head, millimetres.
    pub zoom: Option<u16>,
    /// Whether high-speed sync is on.
    pub high_speed: Option<bool>,
    /// Whether it is charged.
    pub ready: Option<bool>,
    /// What is left in its battery, per cent.
    pub battery: Option<u8>,
}

/// From so much on a battery lasts a sitting, per cent (a judgement).
const LASTS: u8 = 50;

/// What a device says at each point that is looked at on it.
#[must_use]
pub fn told(setup: &Setup, device: &Device, told: &Told) -> Vec<(CheckPoint, String)> {
    let says = [
        (CheckPoint::Channel, told.channel.map(|channel| channel.to_string())),
        (CheckPoint::Group, told.group.map(|group| group.to_string()).filter(|_| *device != Device::Transmitter)),
        (CheckPoint::Mode, told.manual.map(|manual| if manual { words::MANUAL } else { words::NOT_MANUAL }.to_owned())),
        (CheckPoint::Zoom, told.zoom.map(|zoom| words::zoom(f64::from(zoom)))),
        (CheckPoint::HighSpeed, told.high_speed.map(|on| words::on(on).to_owned())),
        // One that charges at this moment is not wrong: it is ready soon.
        (CheckPoint::Ready, told.ready.filter(|ready| *ready).map(|_| words::READY.to_owned())),
        (CheckPoint::Supply, told.battery.map(|left| if left >= LASTS { words::FRESH.to_owned() } else { words::left(left) })),
    ];
    let is_looked_at = |point: CheckPoint| wanted(setup, device, point).is_some();
    says.into_iter().filter_map(|(point, says)| Some((point, says?))).filter(|(point, _)| is_looked_at(*point)).collect()
}

/// What is wrong by a tick: what a person saw wrong, or a device says that is not wanted.
pub(super) fn wrong(setup: &Setup, tick: &DeviceTick) -> Option<String> {
    match &tick.saw {
        Saw::Wrong(says) => Some(says.clone()),
        Saw::Says(says) => match wanted(setup, &tick.device, tick.point)? {
            Wanted::This(wanted) => (wanted != *says).then(|| words::says_other(says, &wanted)),
            Wanted::OneOf(some) => (!some.contains(says)).then(|| words::says_other(says, &some.join(", "))),
        },
        Saw::Right(_) | Saw::Aside(_) => None,
    }
}
