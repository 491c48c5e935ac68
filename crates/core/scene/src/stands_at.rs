//! Where a light stands, as it is seen from what it lights.

use ink_lamp_light::measure::Meters;
use ink_lamp_sitting::{
    light::Light,
    role::Role,
    setup::Setup,
    standing::Surface,
    studio::point::{rise, round_from},
};
use serde::{Deserialize, Serialize};

/// Where a light stands; angles in degrees, round from the camera's direction (negative is camera left) and up from level.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum StandsAt {
    /// A ground light, by its distance to the ground.
    ToGround {
        /// Metres.
        distance: Meters,
    },
    /// A light that is bounced.
    Bounced {
        /// Off what.
        off: Surface,
        /// From the lit spot to the face.
        distance: Meters,
        /// Where the lit spot is.
        round: f64,
    },
    /// Any other, seen from the face.
    Around {
        /// Slant distance.
        distance: Meters,
        /// Round.
        round: f64,
        /// Up.
        up: f64,
    },
}

/// Where a light stands; none before it is on the plan.
#[must_use]
pub fn stands_at(light: &Light, setup: &Setup) -> Option<StandsAt> {
    let (studio, place, distance) = (setup.studio(), light.place?, light.distance?);
    if light.role == Role::Ground && studio.ground.is_some() {
        return Some(StandsAt::ToGround { distance });
    }
    if let Some((off, spot)) = light.standing_in(&studio).and_then(|s| Some((s.off?, s.emitter.front.at))) {
        return Some(StandsAt::Bounced { off, distance, round: round_from(spot - studio.face(), studio.to_camera()) });
    }
    let out = place.at.vector() - studio.face();
    Some(StandsAt::Around { distance, round: round_from(out, studio.to_camera()), up: rise(out) })
}
