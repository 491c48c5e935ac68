//! A frame was read in place of a meter, on the tape.

use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::{entry::FrameRead, role::Role};

use super::line::{TapeKind, TapeLine};
use crate::words::span::{strong, text};

pub(super) fn line(read: &FrameRead, did: &Effect) -> TapeLine {
    let (name, role) = match (&did.light, &did.read) {
        (Some(light), _) => (light.name.clone(), light.role),
        // Only the whole stands against its parts.
        (None, Some(whole)) if whole.stand.is_some() => ("Whole".to_owned(), None),
        (None, _) => ("Room".to_owned(), Some(Role::Room)),
    };
    let frame = did.of_frame.map_or_else(|| "a frame".to_owned(), |n| format!("frame {n}"));
    let head = vec![text(format!("{name} ")), strong((read.tone - read.over).shown())];
    TapeLine::new(TapeKind::Reading, role, head, format!("read in {frame}, ± {:.1}", read.sure.get()))
}
