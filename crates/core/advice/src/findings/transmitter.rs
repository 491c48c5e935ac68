//! What a transmitter sends against what a unit takes.

use ink_lamp_light::{scale::Step, strobe::PowerScaleSpec};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::kit::GroupControl;
use serde::Serialize;

use super::Found;

/// What is found of transmitter and unit together; the unit by its name.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum Sends {
    /// The transmitter's lowest power is not the unit's, both as denominators.
    Lowest {
        /// The unit.
        unit: String,
        /// The transmitter's.
        sent: u32,
        /// The unit's.
        lowest: u32,
    },
    /// Transmitter and unit step differently.
    Steps {
        /// The unit.
        unit: String,
        /// The transmitter's.
        sent: Step,
        /// The unit's.
        step: Step,
    },
    /// A slave cell answers the wrong pre-flash.
    Slave {
        /// The unit.
        unit: String,
        /// How many it lets pass.
        lets: u8,
        /// How many are sent.
        sent: u8,
    },
}

pub(super) fn of(scene: &Scene, index: usize) -> Vec<Found> {
    let light = &scene.setup.lights[index];
    let (Some(transmitter), Some(unit)) = (&scene.setup.transmitter, &light.unit) else { return Vec::new() };
    let name = || unit.name.clone();
    let mut facts = Vec::new();
    if let (GroupControl::Power, PowerScaleSpec::Fractions { lowest, step }) = (transmitter.control, unit.scale.spec()) {
        if let Some(sent) = transmitter.lowest.filter(|sent| *sent < lowest) {
            facts.push(Sends::Lowest { unit: name(), sent, lowest });
        }
        if transmitter.step != step {
            facts.push(Sends::Steps { unit: name(), sent: transmitter.step, step });
        }
    }
    if let Some(slave) = unit.slave.filter(|s| s.pre_flashes != transmitter.pre_flashes) {
        facts.push(Sends::Slave { unit: name(), lets: slave.pre_flashes, sent: transmitter.pre_flashes });
    }
    facts.into_iter().map(|fact| Found::new(fact, light.id.as_str())).collect()
}
