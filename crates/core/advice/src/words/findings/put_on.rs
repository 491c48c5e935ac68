//! What was put on or taken off a light, and what a turned dial leaves stored, as it is said.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::entry::Entry;

use crate::{
    findings::put_on::{Change, PutOn},
    words::{
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &PutOn, scene: &Scene) -> Line {
    match fact {
        PutOn::ChargeKept { light, held, over } => {
            let (name, unit) = (terms::light(scene.setup, light), terms::unit(scene.setup, light));
            vec![
                text(format!("{name} still holds the charge of {held}: ")),
                strong(format!("fire {unit} once")),
                text(format!(" to dump it, or the next flash is {} too bright.", scene.setup.schools.step.size(*over))),
            ]
        }
        PutOn::Uncompensated { light, what, gap } => {
            let what = match what {
                Change::GridOn => "a grid was put on",
                Change::GridOff => "the grid was taken off",
                Change::Gels => "its gels were changed",
                Change::Modifier => "another modifier is on",
            };
            vec![
                text(format!("{}: {what}, and it is ", terms::light(scene.setup, light))),
                strong(format!("{} {}", scene.setup.schools.step.size(*gap), terms::side(*gap))),
                text(" its target: not compensated."),
            ]
        }
    }
}

pub(super) fn press(entry: &Entry) -> String {
    match entry {
        Entry::Dial(turned) => format!("Set {}", turned.dial),
        Entry::Checked(_) => "Fired once".to_owned(),
        _ => terms::MOVED.to_owned(),
    }
}
