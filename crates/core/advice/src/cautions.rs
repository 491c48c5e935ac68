//! Which of the usual cautions matter here, and for which lights: told until somebody acted on them in this sitting.

use ink_lamp_light::strobe::{Supply, Unit};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    cautions::{Caution, Heeded, Risk},
    entry::{CautionHeeded, Entry},
    light::{Light, ModellingLamp},
    role::LightId,
    setup::Setup,
};

use crate::findings::Found;

/// A caution that matters here.
#[derive(Debug, Clone, PartialEq, Eq)]
pub(crate) struct Matters {
    /// Which.
    pub(crate) caution: Caution,
    /// The lights that it is about; none where it is about the whole sitting.
    pub(crate) lights: Vec<LightId>,
}

impl Matters {
    /// Whether nobody acted on it yet, or it is about another light since.
    pub(crate) fn is_open(&self, setup: &Setup) -> bool {
        heeded(setup, self.caution).is_none_or(|heeded| self.lights.iter().any(|l| !heeded.lights.contains(l)))
    }

    /// The entry that says that somebody acted on it.
    pub(crate) fn heed(&self) -> Entry {
        Entry::Heeded(CautionHeeded { caution: self.caution, lights: self.lights.clone(), again: false, by: None })
    }
}

/// What somebody did about a caution.
pub(crate) fn heeded(setup: &Setup, caution: Caution) -> Option<&Heeded> {
    setup.heeded.iter().find(|h| h.caution == caution)
}

/// What matters here, what hurts most first.
pub(crate) fn of(scene: &Scene, found: &[Found]) -> Vec<Matters> {
    Caution::ALL.into_iter().filter_map(|caution| matters(caution, scene, found)).collect()
}

fn matters(caution: Caution, scene: &Scene, found: &[Found]) -> Option<Matters> {
    let setup = scene.setup;
    let is_found = |id: &LightId| found.iter().any(|f| f.lane == id.as_str() && f.fact.caution() == Some(caution));
    let has = |risk| setup.holds.has(risk);
    let lights = |asks: &dyn Fn(&Light, &Unit) -> bool| {
        let those = setup.lights.iter().filter(|l| l.unit.as_ref().is_some_and(|unit| asks(l, unit)));
        those.map(|l| l.id.clone()).collect::<Vec<_>>()
    };
    let on_mains = |unit: &Unit| matches!(unit.supply, Some(Supply::Mains { .. }));
    let (lights, all_here) = match caution {
        Caution::Overhead => (lights(&|l, _| is_found(&l.id)), false),
        Caution::Eyes => (lights(&|l, _| is_found(&l.id) || (has(Risk::Infant) && l.is_at_face())), has(Risk::Infant)),
        Caution::Mains => (lights(&|_, unit| on_mains(unit)), false),
        Caution::Capacitors => (lights(&|_, unit| unit.bulb.is_none() && on_mains(unit)), false),
        Caution::Heat => (lights(&is_hot), false),
        Caution::Batteries => (lights(&|_, unit| matches!(unit.supply, Some(Supply::Battery { .. }))), false),
        Caution::Bulbs => (lights(&|_, unit| unit.bulb.is_some()), false),
        // About the floor and the sitter: once there is anything to stand and to flash.
        Caution::Flashing | Caution::Stands => (Vec::new(), setup.lights.iter().any(|l| l.unit.is_some())),
        Caution::Animals => (Vec::new(), has(Risk::Animal)),
        Caution::Jumps => (Vec::new(), has(Risk::Jump)),
        Caution::Wet => (Vec::new(), has(Risk::Wet)),
        Caution::Haze => (Vec::new(), has(Risk::Haze)),
    };
    (all_here || !lights.is_empty()).then_some(Matters { caution, lights })
}

/// Whether a lamp burns in cloth or behind a gel.
fn is_hot(light: &Light, unit: &Unit) -> bool {
    light.rig.lamp != Some(ModellingLamp::Off)
        && unit.lamp.is_some_and(|lamp| lamp.get() > 0.0)
        && (light.modifier.is_some() || !light.rig.gels.is_empty())
}
