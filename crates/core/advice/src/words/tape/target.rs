//! A light’s wished level was set, on the tape.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::{entry::TargetSet, role::Role};

use super::line::{TapeKind, TapeLine};
use crate::words::span::{strong, text};

pub(super) fn line(set: &TargetSet, did: &Effect) -> TapeLine {
    let Some(light) = &did.light else { return TapeLine::plain(set.light.as_str()) };
    let tail = match (light.role, did.ratio) {
        (Some(Role::Key | Role::Fill), Some(ratio)) => ratio.ratio().shown(),
        _ => "target".to_owned(),
    };
    let level = set.level.map_or_else(|| "no level".to_owned(), Stops::shown);
    TapeLine::new(TapeKind::Choice, light.role, vec![text(format!("{} at ", light.name)), strong(level)], tail)
}
