//! What units have left and what circuits carry, as it is shown.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::energy::{self, Circuit};
use ink_lamp_sitting::{light::Light, setup::Setup};
use serde::Serialize;

use crate::words::energy as words;

/// What a unit has left.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct EnergyShown {
    /// Stops left up to full.
    pub up: Stops,
    /// Stops left down to the lowest.
    pub down: Stops,
    /// `3.7 up, 4.3 down`.
    pub left: String,
    /// Recycle time at this power, seconds.
    pub recycle: Option<f64>,
    /// Frames from one charge of its battery.
    pub pops: Option<u32>,
    /// `39 Ws · ready in 0.3 s · 1400 pops`.
    pub words: String,
    /// Slower than the pace that is wanted.
    pub slow: bool,
}

/// Units that hang on one mains circuit.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CircuitShown {
    /// Its number.
    pub number: u8,
    /// Names of the units on it.
    pub units: Vec<String>,
    /// Mean current while they recycle together, amperes.
    pub amperes: f64,
    /// Share of the breaker's rating: 1 is all of it.
    pub load: f64,
    /// Whether that is more than it carries.
    pub over: bool,
    /// Said in words.
    pub words: String,
    /// The caution that goes with it.
    pub caution: String,
}

pub(super) fn energy(setup: &Setup, light: &Light) -> Option<EnergyShown> {
    let energy = energy::of(setup, light)?;
    let (left, words) = (words::left(&energy), words::energy(&energy));
    Some(EnergyShown { up: energy.up, down: energy.down, left, recycle: energy.recycle, pops: energy.pops, words, slow: energy.slow })
}

pub(super) fn circuits(setup: &Setup) -> Vec<CircuitShown> {
    energy::circuits(setup).iter().map(|circuit| shown(setup, circuit)).collect()
}

fn shown(setup: &Setup, circuit: &Circuit) -> CircuitShown {
    CircuitShown {
        number: circuit.number,
        units: words::units(circuit, setup),
        amperes: circuit.amperes,
        load: circuit.load,
        over: circuit.load > 1.0,
        words: words::circuit(circuit, setup.supplies.breaker),
        caution: words::CAUTION.to_owned(),
    }
}
