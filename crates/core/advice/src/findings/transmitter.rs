//! What a transmitter sends against what a unit takes.

use ink_lamp_light::{scale::Step, strobe::PowerScaleSpec};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    checks::{CheckPoint, Device},
    kit::GroupControl,
    light::Light,
};
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
    let looked_at = |fact: Sends| {
        let unit = || Device::Unit(light.id.clone());
        let (device, point, right) = match &fact {
            // One setting of the transmitter, as low as any unit goes.
            Sends::Lowest { .. } => (Device::Transmitter, CheckPoint::Lowest, format!("sends 1/{}", deepest(scene))),
            Sends::Steps { step, .. } => (unit(), CheckPoint::Step, format!("both in {}", step.plural())),
            Sends::Slave { sent, .. } => (unit(), CheckPoint::Slave, format!("lets {sent} pass")),
        };
        Found::new(fact, light.id.as_str()).looked_at(device, point, right)
    };
    facts.into_iter().map(looked_at).collect()
}

/// The lowest power of all units that are dialled in fractions, as a denominator.
fn deepest(scene: &Scene) -> u32 {
    let lowest = |light: &Light| match light.unit.as_ref()?.scale.spec() {
        PowerScaleSpec::Fractions { lowest, .. } => Some(lowest),
        _ => None,
    };
    scene.setup.lights.iter().filter_map(lowest).max().unwrap_or(1)
}
