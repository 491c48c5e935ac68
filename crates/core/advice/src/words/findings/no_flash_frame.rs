//! The frame without flash against what the readings say, as it is said.

use crate::{
    findings::no_flash_frame::NoFlashFrame,
    words::{
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &NoFlashFrame) -> Line {
    let way = if fact.off.get() > 0.0 { "brighter" } else { "darker" };
    vec![
        text(format!("Without flash {} came out at {}, and {} was foretold: ", terms::room_place(fact.place), fact.code, fact.expected)),
        strong(format!("{} {way}", fact.off.size())),
        text(". The light changed, or the lens flares, or the camera's curve lifts the shadows."),
    ]
}
