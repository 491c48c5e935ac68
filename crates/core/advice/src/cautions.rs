//! What usual cautions are about, and which device here asks for one.

use ink_lamp_light::strobe::Supply;
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{checks::Device, light::ModellingLamp};

use crate::findings::{FindingKind, Found};

/// What a caution is about.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum About {
    /// Capacitors, fuses.
    Charge,
    /// Circuits and leads.
    Mains,
    /// Batteries.
    Batteries,
    /// Anything over somebody.
    Overhead,
    /// Stands and cables.
    Stands,
    /// Modelling lamps, gels, cloth.
    Heat,
    /// Eyes, and repeated flashing.
    Eyes,
    /// Flash bulbs.
    Bulbs,
    /// Animals, jumps, water, haze.
    Around,
}

impl About {
    /// All of them, those that hurt most first.
    pub(crate) const ALL: [Self; 9] =
        [Self::Overhead, Self::Eyes, Self::Mains, Self::Charge, Self::Heat, Self::Stands, Self::Batteries, Self::Bulbs, Self::Around];

    /// Whether it is about a device.
    pub(crate) fn is_about(self, scene: &Scene, found: &[Found], device: &Device) -> bool {
        let Device::Unit(id) = device else { return false };
        let Some((light, unit)) = scene.setup.light(id).and_then(|l| Some((l, l.unit.as_ref()?))) else { return false };
        let is_found = |kind: FindingKind| found.iter().any(|f| f.lane == id.as_str() && f.fact.kind() == kind);
        match self {
            Self::Overhead => is_found(FindingKind::Overhead),
            Self::Eyes => is_found(FindingKind::Eyes),
            Self::Mains => matches!(unit.supply, Some(Supply::Mains { .. })),
            Self::Charge => unit.bulb.is_none() && matches!(unit.supply, Some(Supply::Mains { .. })),
            Self::Heat => {
                light.rig.lamp != Some(ModellingLamp::Off)
                    && unit.lamp.is_some_and(|lamp| lamp.get() > 0.0)
                    && (light.modifier.is_some() || !light.rig.gels.is_empty())
            }
            Self::Batteries => matches!(unit.supply, Some(Supply::Battery { .. })),
            Self::Bulbs => unit.bulb.is_some(),
            Self::Stands | Self::Around => false,
        }
    }
}
