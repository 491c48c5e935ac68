//! What was put on or taken off a light, and what a turned dial leaves stored, as it is said.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::entry::Entry;

use crate::{
    findings::put_on::{Change, PutOn},
    words::terms,
};

pub(super) fn sentence(fact: &PutOn, scene: &Scene) -> String {
    match fact {
        PutOn::ChargeKept { light } => {
            let light = &scene.setup.lights[*light];
            let unit = light.unit.as_ref().map(|u| u.name.clone()).unwrap_or_default();
            format!("{} was turned down: fire {unit} once to dump its charge, or the next frame is still too bright.", light.name())
        }
        PutOn::Uncompensated { light, what, by } => {
            let what = match what {
                Change::GridOn => "a grid was put on",
                Change::GridOff => "the grid was taken off",
                Change::Gels => "its gels were changed",
                Change::Modifier => "another modifier is on",
            };
            let way = if by.get() > 0.0 { "brighter" } else { "darker" };
            format!("{}: {what}, {} {way}, and not compensated.", scene.setup.lights[*light].name(), by.size())
        }
    }
}

pub(super) fn press(entry: &Entry) -> String {
    match entry {
        Entry::Dial(turned) => format!("Set {}", turned.dial),
        _ => terms::MOVED.to_owned(),
    }
}
