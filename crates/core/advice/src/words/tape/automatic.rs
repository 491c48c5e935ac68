//! A frame by automatic flash, on the tape.

use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::entry::AutomaticFrame;

use super::line::{TapeKind, TapeLine};
use crate::words::{
    span::{strong, text},
    terms,
};

pub(super) fn line(frame: &AutomaticFrame, did: &Effect) -> TapeLine {
    let Some(light) = &did.light else { return TapeLine::plain(frame.light.as_str()) };
    let head = vec![text(format!("{} automatic ", light.name)), strong(frame.gave.clone())];
    TapeLine::new(TapeKind::Frame, light.role, head, terms::tone(frame.tone))
}
