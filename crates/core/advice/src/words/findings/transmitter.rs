//! What a transmitter sends against what a unit takes, as it is said.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    checks::Saw,
    entry::{DeviceChecked, Entry},
};

use crate::{
    findings::transmitter::Sends,
    words::span::{Line, strong, text},
};

pub(super) fn sentence(fact: &Sends, scene: &Scene) -> Line {
    let transmitter = scene.setup.transmitter.as_ref().map(|t| t.name.clone()).unwrap_or_default();
    match fact {
        Sends::Lowest { unit, sent, lowest } => {
            let out = Stops::of((f64::from(*lowest) / f64::from(*sent)).log2());
            vec![
                text(format!("{transmitter} sends 1/{sent} at the lowest, {unit} goes to 1/{lowest}: ")),
                strong(out.size()),
                text(" out of reach. Set its lowest power to the unit's."),
            ]
        }
        Sends::Steps { unit, sent, step } => {
            vec![text(format!("{transmitter} steps in {}, {unit} in {}: count the stops, not the presses.", sent.plural(), step.plural()))]
        }
        Sends::Slave { unit, lets, sent } => {
            vec![text(format!("{unit}'s slave cell lets {lets} pre-flashes pass, {transmitter} sends {sent}: it answers the wrong one."))]
        }
    }
}

pub(super) fn press(fact: &Sends, entry: &Entry) -> String {
    match fact {
        Sends::Lowest { .. } => right(entry).map_or_else(String::new, |says| format!("It {says}")),
        Sends::Steps { step, .. } => format!("Both step in {}", step.plural()),
        Sends::Slave { sent, .. } => format!("It lets {sent} pass"),
    }
}

/// What a tick says that mends it.
fn right(entry: &Entry) -> Option<&str> {
    match entry {
        Entry::Checked(DeviceChecked { saw: Some(Saw::Right(says)), .. }) => Some(says),
        _ => None,
    }
}
