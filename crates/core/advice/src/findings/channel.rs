//! A unit that listens on another channel.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    checks::{CheckPoint, Device},
    light::{Light, Rig},
    role::LightId,
    setup::Setup,
};
use serde::Serialize;

use super::Found;
use crate::action::light_with;

/// A unit listens on another channel than the others.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Channel {
    /// Whose.
    pub(crate) light: LightId,
    /// Its channel.
    pub(crate) channel: u8,
    /// The one that most are on.
    pub(crate) most: u8,
}

/// Devices that are to fire together share a channel.
pub(super) fn of(scene: &Scene) -> Vec<Found> {
    let (lights, most) = (&scene.setup.lights, usual(scene.setup));
    let clash = |light: &Light| {
        let (channel, most) = (light.rig.channel?, most?);
        (channel != most).then(|| {
            // A unit that does not have that channel is not offered it.
            let rig = Rig { channel: Some(most), ..light.rig.clone() };
            let tuned = rig.fits(light.unit.as_ref()).is_ok().then(|| light_with(light, |l| l.rig = rig));
            Found::new(Channel { light: light.id.clone(), channel, most }, light.id.as_str())
                .mend(tuned)
                .at([Device::Unit(light.id.clone())], CheckPoint::Channel)
        })
    };
    lights.iter().filter_map(clash).collect()
}

/// The channel that most units are on; the lowest of those that as many are on.
pub(crate) fn usual(setup: &Setup) -> Option<u8> {
    let channels: Vec<u8> = setup.lights.iter().filter_map(|l| l.rig.channel).collect();
    channels.iter().copied().max_by_key(|c| (channels.iter().filter(|o| *o == c).count(), std::cmp::Reverse(*c)))
}
