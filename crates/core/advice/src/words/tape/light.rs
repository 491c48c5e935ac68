//! A light was described, on the tape.

use ink_lamp_scene::effect::{Effect, LightThen};
use ink_lamp_sitting::{entry::LightPut, setup::Setup};

use super::line::{TapeKind, TapeLine};
use crate::words::span::{strong, text};

pub(super) fn line(put: &LightPut, did: &Effect) -> TapeLine {
    let Some(light) = &did.light else { return TapeLine::plain(put.light.as_str()) };
    let mut tail: Vec<String> = light.modifier.clone().into_iter().collect();
    tail.extend(put.distance.map(|d| d.told(did.length)));
    let mut head = vec![text(light.unit.as_ref().map_or_else(|| light.name.clone(), |unit| format!("{}: {unit} ", light.name)))];
    head.extend(light.written.clone().map(strong));
    TapeLine::new(TapeKind::Choice, light.role, head, tail.join(" · "))
}

pub(super) fn pending(put: &LightPut, setup: &Setup) -> TapeLine {
    let light = LightThen::of(setup, &put.light);
    let now = setup.light(&put.light);
    let moved = put.distance.filter(|to| now.is_none_or(|l| l.distance != Some(*to))).map(|to| to.told(setup.length));
    let to = moved.or_else(|| put.rig.channel.map(|channel| format!("channel {channel}"))).unwrap_or_default();
    TapeLine::new(TapeKind::Choice, light.role, vec![text(format!("{} to ", light.name)), strong(to)], "")
}
