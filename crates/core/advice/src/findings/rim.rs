//! Lights from behind that light only the back, or shine into the lens.

use ink_lamp_scene::{
    rims,
    stage::{Placed, Stage},
};
use ink_lamp_sitting::role::Role;
use serde::Serialize;

use super::Found;

/// What is found of a light from behind.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum Rim {
    /// It lights only the back.
    NoWrap(rims::Rim),
    /// It shines into the lens.
    Flare(rims::Rim),
}

pub(super) fn of(stage: &Stage, light: &Placed) -> Option<Found> {
    let rim = rims::rim(stage, light)?;
    let fact = if !rim.wraps && light.role == Role::Rim {
        Rim::NoWrap(rim)
    } else if rim.flare {
        Rim::Flare(rim)
    } else {
        return None;
    };
    Some(Found::new(fact, stage.setup.lights[light.index].id.as_str()))
}
