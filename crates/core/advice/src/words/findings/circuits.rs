//! Units that draw more than a circuit carries, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    findings::circuits::Circuits,
    words::{
        energy,
        span::{Line, text},
    },
};

pub(super) fn sentence(fact: &Circuits, scene: &Scene) -> Line {
    let words = energy::circuit(&fact.0, scene.setup.supplies.breaker);
    vec![text(format!("Circuit {}: {words}. {}", fact.0.number, energy::CAUTION))]
}
