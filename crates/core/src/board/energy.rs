//! What a unit has left, how soon it is ready again, and what the units on one mains circuit draw together.

use ink_lamp_light::{
    scale::Stops,
    strobe::{Dial, Supply, energy},
};
use ink_lamp_sitting::{light::Light, setup::Setup};
use serde::Serialize;

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
    /// Said in words.
    pub words: String,
    /// The caution that goes with it.
    pub caution: String,
}

/// What stands beside every load: none of this is advice on safety.
const CAUTION: &str = "Peaks and modelling lamps come on top. Spread units over circuits, keep long leads unrolled; local electrical codes and a licensed electrician decide.";

pub(super) fn of(setup: &Setup, light: &Light) -> Option<EnergyShown> {
    let (unit, power) = (light.unit.as_ref()?, light.power()?);
    let (up, down) = (unit.scale.stops(Dial::FULL) - power, power - unit.scale.stops(unit.scale.lowest()));
    let recycle = unit.recycle.map(|full| energy::recycle_at(full, power));
    let pops = match (unit.supply, unit.energy_at(power)) {
        (Some(Supply::Battery { watt_hours, .. }), Some(ws)) =>
        {
            #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "brought to a range first")]
            Some(energy::pops(watt_hours, ws, energy::EFFICIENCY).clamp(0.0, 1e9) as u32)
        }
        _ => None,
    };
    let slow = recycle.zip(setup.supplies.pace).is_some_and(|(ready, pace)| ready > pace.get());
    let mut words: Vec<String> =
        unit.energy_at(power).map(|ws| if ws < 9.95 { format!("{ws:.1} Ws") } else { format!("{ws:.0} Ws") }).into_iter().collect();
    words.extend(recycle.map(|s| format!("ready in {s:.1} s")));
    words.extend(pops.map(|p| format!("{p} pops")));
    Some(EnergyShown {
        up,
        down,
        left: format!("{} up, {} down", up.number(), down.number()),
        recycle,
        pops,
        words: words.join(" · "),
        slow,
    })
}

/// The mains circuits with what hangs on them, each light at its power. Units whose energy or recycle time is not known are left out.
pub(super) fn circuits(setup: &Setup) -> Vec<CircuitShown> {
    let mut circuits: Vec<CircuitShown> = Vec::new();
    for light in &setup.lights {
        let Some(current) = current(setup, light) else { continue };
        let number = light.rig.circuit.unwrap_or(1);
        let unit = light.unit.as_ref().map(|u| u.name.clone()).unwrap_or_default();
        let name = format!("{} ({unit})", light.name());
        match circuits.iter_mut().find(|c| c.number == number) {
            Some(circuit) => {
                circuit.amperes += current;
                circuit.units.push(name);
            }
            None => circuits.push(CircuitShown {
                number,
                units: vec![name],
                amperes: current,
                load: 0.0,
                words: String::new(),
                caution: CAUTION.to_owned(),
            }),
        }
    }
    circuits.sort_by_key(|c| c.number);
    let breaker = setup.supplies.breaker;
    for circuit in &mut circuits {
        circuit.load = circuit.amperes / breaker.get();
        circuit.words = format!(
            "{} recycling together: {:.1} A of {} A, {:.0} %",
            if circuit.units.len() == 1 { "One unit".to_owned() } else { format!("{} units", circuit.units.len()) },
            circuit.amperes,
            breaker.get(),
            circuit.load * 100.0
        );
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
