//! Devices that are joined said how they are set, on the tape.

use ink_lamp_sitting::{checks::Device, entry::DevicesSaid};

use super::line::{TapeKind, TapeLine};
use crate::words::{check, span::text};

pub(super) fn line(heard: &DevicesSaid) -> TapeLine {
    let tail = match heard.said.as_slice() {
        [one] => {
            let whose = match &one.device {
                Device::Camera => "camera".to_owned(),
                Device::Transmitter => check::TRANSMITTER.to_owned(),
                Device::Unit(id) => id.to_string(),
            };
            format!("{whose}: {} {}", check::point(one.point).to_lowercase(), one.says)
        }
        many => format!("{} points", many.len()),
    };
    TapeLine::new(TapeKind::Choice, None, vec![text("Devices say how they are set")], tail)
}
