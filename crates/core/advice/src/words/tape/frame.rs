//! A frame was shot, and what was said of it since, on the tape.

use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::{
    entry::{FrameAway, FrameSaid, FrameShot},
    setup::Setup,
    shots::{AsShot, Lit},
};

use super::line::{TapeKind, TapeLine};
use crate::words::span::{text, uncapitalised};

pub(super) fn line(shot: &FrameShot, did: &Effect) -> TapeLine {
    let picture = shot.picture.as_ref();
    let lit = picture.and_then(|p| p.lit.as_ref()).map(|l| lit(l, did));
    let tail = match (&shot.note, shot.no_flash, lit) {
        (Some(note), _, _) => note.clone(),
        (None, Some(_), _) => "without flash".to_owned(),
        (None, None, Some(lit)) => lit,
        (None, None, None) => "shot".to_owned(),
    };
    let settings = picture.map(|p| as_shot(p.as_shot)).unwrap_or_default();
    TapeLine::new(TapeKind::Frame, None, vec![text(format!("Frame {}", did.frames))], format!("{tail} {settings}").trim_end())
}

pub(super) fn said(said: &FrameSaid, did: &Effect) -> TapeLine {
    let head = did.of_frame.map_or_else(|| "A frame".to_owned(), |n| format!("Frame {n}"));
    let meant = said.meant.then(|| "meant as it was shot".to_owned());
    let tail: Vec<String> = said.lit.iter().map(|l| lit(l, did)).chain(meant).collect();
    TapeLine::new(TapeKind::Choice, None, vec![text(head)], tail.join(", "))
}

pub(super) fn away(away: &FrameAway, did: &Effect) -> TapeLine {
    let head = did.of_frame.map_or_else(|| "A frame".to_owned(), |n| format!("Frame {n}"));
    let tail = away.to.as_ref().map_or_else(|| "taken out of the roll".to_owned(), |look| format!("moved to {look}"));
    TapeLine::new(TapeKind::Choice, None, vec![text(head)], tail)
}

pub(super) fn pending(setup: &Setup) -> TapeLine {
    TapeLine::new(TapeKind::Frame, None, vec![text(format!("Frame {}", setup.frames + 1))], "shoot it")
}

/// Which lights were on.
fn lit(lit: &Lit, did: &Effect) -> String {
    match lit {
        Lit::NoFlash => "without flash".to_owned(),
        Lit::Alone(id) => format!("{} alone", uncapitalised(&did.light.as_ref().map_or_else(|| id.to_string(), |l| l.name.clone()))),
        Lit::All => "all lights".to_owned(),
    }
}

/// `ƒ8 1/160 ISO 100`, as far as its file says.
fn as_shot(as_shot: AsShot) -> String {
    let told = [
        as_shot.aperture.map(|a| format!("ƒ{}", a.said())),
        as_shot.shutter.map(|s| s.said()),
        as_shot.iso.map(|i| format!("ISO {}", i.said())),
    ];
    told.into_iter().flatten().collect::<Vec<_>>().join(" ")
}
