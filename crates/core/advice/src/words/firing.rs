//! High-speed sync in its places, as they are said.

use ink_lamp_scene::effect::Forgotten;
use ink_lamp_sitting::{firing::SyncPlace, setup::Setup};

/// The places where high-speed sync was forgotten: `the key's unit`.
pub(crate) fn forgotten(places: &[SyncPlace], setup: &Setup) -> Vec<String> {
    places.iter().map(|place| one(&Forgotten::of(setup, place))).collect()
}

/// One of them.
pub(crate) fn one(place: &Forgotten) -> String {
    match place {
        Forgotten::Camera => "the camera".to_owned(),
        Forgotten::Transmitter => "the transmitter".to_owned(),
        Forgotten::Unit(name) => format!("the {}'s unit", name.to_lowercase()),
    }
}
