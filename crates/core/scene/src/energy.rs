//! What a unit has left, how soon it is ready again, and what the units on one mains circuit draw together.

use ink_lamp_light::{
    scale::Stops,
    strobe::{Dial, Supply, energy},
};
use ink_lamp_sitting::{light::Light, role::LightId, setup::Setup};
use serde::Serialize;

/// What a unit has left.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Energy {
    /// Stops left up to full.
    pub up: Stops,
    /// Stops left down to the lowest.
    pub down: Stops,
    /// What one flash takes at this power, watt-seconds.
    pub takes: Option<f64>,
    /// Recycle time at this power, seconds.
    pub recycle: Option<f64>,
    /// Frames from one charge of its battery.
    pub pops: Option<u32>,
    /// Slower than the pace that is wanted.
    pub slow: bool,
}

/// What a light's unit has left; none before unit and dial are known.
#[must_use]
pub fn of(setup: &Setup, light: &Light) -> Option<Energy> {
    let (unit, power) = (light.unit.as_ref()?, light.power()?);
    let (up, down) = (unit.scale.stops(Dial::FULL) - power, power - unit.scale.stops(unit.scale.lowest()));
    let recycle = unit.recycle.map(|full| energy::recycle_at(full, power));
    let takes = unit.energy_at(power);
    let pops = match (unit.supply, takes) {
        (Some(Supply::Battery { watt_hours, .. }), Some(ws)) =>
        {
            #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "brought to a range first")]
            Some(energy::pops(watt_hours, ws, energy::EFFICIENCY).clamp(0.0, 1e9) as u32)
        }
        _ => None,
    };
    let slow = recycle.zip(setup.supplies.pace).is_some_and(|(ready, pace)| ready > pace.get());
    Some(Energy { up, down, takes, recycle, pops, slow })
}

/// Units that hang on one mains circuit.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Circuit {
    /// Its number.
    pub number: u8,
    /// The lights on it.
    pub lights: Vec<LightId>,
    /// Mean current while they recycle together, amperes.
    pub amperes: f64,
    /// Share of the breaker's rating: 1 is all of it.
    pub load: f64,
}

/// The mains circuits with what hangs on them, each light at its power. Units whose energy or recycle time is not known are left out.
#[must_use]
pub fn circuits(setup: &Setup) -> Vec<Circuit> {
    let mut circuits: Vec<Circuit> = Vec::new();
    for light in &setup.lights {
        let Some(current) = current(setup, light) else { continue };
        let number = light.rig.circuit.unwrap_or(1);
        match circuits.iter_mut().find(|c| c.number == number) {
            Some(circuit) => {
                circuit.amperes += current;
                circuit.lights.push(light.id.clone());
            }
            None => circuits.push(Circuit { number, lights: vec![light.id.clone()], amperes: current, load: 0.0 }),
        }
    }
    circuits.sort_by_key(|c| c.number);
    for circuit in &mut circuits {
        circuit.load = circuit.amperes / setup.supplies.breaker.get();
    }
    circuits
}

/// Mean mains current while a light's unit recycles. Its capacitors charge at the same rate at any power, so full power and time count.
fn current(setup: &Setup, light: &Light) -> Option<f64> {
    let unit = light.unit.as_ref()?;
    let Some(Supply::Mains { volts }) = unit.supply else { return None };
    let here = setup.supplies.volts.unwrap_or(volts);
    Some(energy::draw(unit.rated?, unit.recycle?, here, energy::EFFICIENCY, energy::POWER_FACTOR).current)
}
