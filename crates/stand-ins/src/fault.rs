//! What is wrong in a studio, beyond what nobody sets exactly: until somebody looks at it and sets it right.

use ink_lamp_light::scale::Iso;
use ink_lamp_sitting::{
    checks::{CheckPoint, Device, Saw},
    role::LightId,
    setup::Setup,
};
use serde::{Deserialize, Serialize};

/// Something that is wrong.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case", deny_unknown_fields)]
pub enum Fault {
    /// The unit of a light does not fire, until this point of it was looked at and is right.
    Silent {
        /// Whose.
        light: LightId,
        /// What is wrong on it.
        point: CheckPoint,
    },
    /// The meter stands on an ISO of its own, whatever it is taken for.
    MeterIso {
        /// On which.
        iso: Iso,
    },
}

impl Fault {
    /// Whether a light does not fire for it, as things stand in a setup.
    #[must_use]
    pub fn silences(&self, id: &LightId, setup: &Setup) -> bool {
        match self {
            Self::Silent { light, point } if light == id => {
                let tick = setup.tick(&Device::Unit(light.clone()), *point);
                !tick.is_some_and(|tick| matches!(tick.saw, Saw::Right(_)))
            }
            _ => false,
        }
    }
}
