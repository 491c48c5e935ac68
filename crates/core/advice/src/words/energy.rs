//! What units have left and what circuits carry, as it is said.

use ink_lamp_light::measure::Amperes;
use ink_lamp_scene::energy::{Circuit, Energy};
use ink_lamp_sitting::setup::Setup;

use crate::words::terms;

/// What stands beside every load: none of this is advice on safety.
pub(crate) const CAUTION: &str = "Peaks and modelling lamps come on top. Spread units over circuits, keep long leads unrolled; local electrical codes and a licensed electrician decide.";

/// `3.7 up, 4.3 down`.
pub(crate) fn left(energy: &Energy) -> String {
    format!("{} up, {} down", energy.up.number(), energy.down.number())
}

/// `39 Ws · ready in 0.3 s · 1400 pops`.
pub(crate) fn energy(energy: &Energy) -> String {
    let mut words: Vec<String> =
        energy.takes.map(|ws| if ws < 9.95 { format!("{ws:.1} Ws") } else { format!("{ws:.0} Ws") }).into_iter().collect();
    words.extend(energy.recycle.map(|s| format!("ready in {s:.1} s")));
    words.extend(energy.pops.map(|p| format!("{p} pops")));
    words.join(" · ")
}

/// The units on a circuit: `Key (Tallow 500)`.
pub(crate) fn units(circuit: &Circuit, setup: &Setup) -> Vec<String> {
    circuit.lights.iter().map(|id| format!("{} ({})", terms::light(setup, id), terms::unit(setup, id))).collect()
}

/// `3 units recycling together: 9.1 A of 16 A, 57 %`.
pub(crate) fn circuit(circuit: &Circuit, breaker: Amperes) -> String {
    let units = match circuit.lights.len() {
        1 => "One unit".to_owned(),
        n => format!("{n} units"),
    };
    format!("{units} recycling together: {:.1} A of {} A, {:.0} %", circuit.amperes, breaker.get(), circuit.load * 100.0)
}
