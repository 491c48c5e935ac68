//! The frame without flash, as it is said.

use ink_lamp_light::{meter::Exposure, scale::Stops};
use ink_lamp_sitting::metered::RoomPlace;

use crate::words::terms;

/// What must be known before there is an answer.
pub(crate) const fn missing(camera: bool, read: bool) -> Option<&'static str> {
    match (camera, read) {
        (false, _) => Some("Set the camera, and read the room with the flash off."),
        (true, false) => Some("Read the room with the flash off."),
        (true, true) => None,
    }
}

/// What it should look like; `brightest` in stops.
pub(crate) fn title(exposure: Option<Exposure>, brightest: f64) -> String {
    let Some(e) = exposure else { return "The frame without flash".to_owned() };
    let fate = match brightest {
        b if b <= -5.0 => "is black",
        b if b <= -3.0 => "is nearly black",
        _ => "shows the room",
    };
    format!("A frame without flash at ƒ{}, {}, ISO {} {fate}", e.aperture.said(), e.shutter.said(), e.iso.said())
}

/// `At the sitter, −2.0`.
pub(crate) fn place(place: RoomPlace, level: Stops) -> String {
    format!("At {}, {level}", terms::room_place(place))
}

/// `0.6 brighter than foretold`.
pub(crate) fn seen(off: Stops, as_now: bool) -> String {
    let then = if as_now { "" } else { " at the camera's settings of then" };
    match off.tenths() {
        0 => format!("just as foretold{then}"),
        t if t > 0 => format!("{} brighter than foretold{then}", off.size()),
        _ => format!("{} darker than foretold{then}", off.size()),
    }
}
