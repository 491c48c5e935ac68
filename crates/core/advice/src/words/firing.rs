//! High-speed sync in its places, as they are said.

use ink_lamp_sitting::{firing::SyncPlace, light::Light, role::LightId, setup::Setup};

/// The places where high-speed sync was forgotten, as they are said: `the key's unit`.
pub(crate) fn forgotten(places: &[SyncPlace], setup: &Setup) -> Vec<String> {
    let name = |id: &LightId| setup.light(id).map_or_else(|| id.to_string(), Light::name).to_lowercase();
    let said = |place: &SyncPlace| match place {
        SyncPlace::Camera => "the camera".to_owned(),
        SyncPlace::Transmitter => "the transmitter".to_owned(),
        SyncPlace::Unit(id) => format!("the {}'s unit", name(id)),
    };
    places.iter().map(said).collect()
}
