//! A frame was shot, on the tape.

use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::{entry::FrameShot, setup::Setup};

use super::line::{TapeKind, TapeLine};
use crate::words::span::text;

pub(super) fn line(shot: &FrameShot, did: &Effect) -> TapeLine {
    let tail = match (&shot.note, shot.no_flash) {
        (Some(note), _) => note.clone(),
        (None, Some(_)) => "without flash".to_owned(),
        (None, None) => "shot".to_owned(),
    };
    TapeLine::new(TapeKind::Frame, None, vec![text(format!("Frame {}", did.frames))], tail)
}

pub(super) fn pending(setup: &Setup) -> TapeLine {
    TapeLine::new(TapeKind::Frame, None, vec![text(format!("Frame {}", setup.frames + 1))], "shoot it")
}
