//! The camera was set, on the tape.

use ink_lamp_light::scale::FNumber;
use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::entry::CameraSet;

use super::line::{TapeKind, TapeLine};
use crate::words::{
    span::{Line, Span, strong, text},
    terms,
};

pub(super) fn line(set: &CameraSet, did: &Effect) -> TapeLine {
    let room = did.room.and_then(terms::darkening).map(|words| format!(", room {words}")).unwrap_or_default();
    TapeLine::new(TapeKind::Camera, None, head(set), format!("{}{room}", with_filter(set)))
}

pub(super) fn pending(set: &CameraSet) -> TapeLine {
    TapeLine::new(TapeKind::Camera, None, head(set), format!("ISO {}", set.iso.said()))
}

fn head(set: &CameraSet) -> Line {
    vec![text("Camera "), Span::F(FNumber::from(set.aperture)), strong(format!(" {}", set.shutter.said()))]
}

/// `ISO 100, filter −3.0`.
fn with_filter(set: &CameraSet) -> String {
    let taken: f64 = set.filters.iter().flatten().map(|f| f.loss.get()).sum();
    let filter = if taken > 0.0 { format!(", filter −{taken:.1}") } else { String::new() };
    format!("ISO {}{filter}", set.iso.said())
}
