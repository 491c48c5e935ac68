//! The frame without flash against what the readings say, as it is said.

use crate::{findings::no_flash_frame::NoFlashFrame, words::terms};

pub(super) fn sentence(fact: &NoFlashFrame) -> String {
    let way = if fact.off.get() > 0.0 { "brighter" } else { "darker" };
    format!(
        "Without flash {} came out at {}, and {} was foretold: {} {way}. The light changed, or the lens flares, or the camera's curve lifts the shadows.",
        terms::room_place(fact.place),
        fact.code,
        fact.expected,
        fact.off.size()
    )
}
