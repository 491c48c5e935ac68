//! A light was left as it is, on the tape.

use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::{entry::LightLeft, setup::Setup};

use super::line::{TapeKind, TapeLine};
use crate::words::{span::text, terms};

pub(super) fn line(left: &LightLeft, did: &Effect) -> TapeLine {
    let Some(light) = &did.light else { return TapeLine::plain(left.light.as_str()) };
    TapeLine::new(
        TapeKind::Choice,
        light.role,
        vec![text(format!("{} left as it is", light.name))],
        light.written.clone().unwrap_or_default(),
    )
}

pub(super) fn pending(left: &LightLeft, setup: &Setup) -> TapeLine {
    let role = setup.light(&left.light).map(|l| l.role);
    TapeLine::new(TapeKind::Choice, role, vec![text(format!("{} left as it is", terms::light(setup, &left.light)))], "")
}
