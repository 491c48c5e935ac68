//! A gel that matches flash and lamps.

use ink_lamp_light::{measure::Kelvin, shape::Gel};
use serde::Serialize;

use crate::words::{kit::HOT_GEL, studies::color as words};

/// A gel that matches flash and lamps.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GelAdvice {
    /// The shift that is needed on the flash, mired: positive warms.
    pub shift: f64,
    /// In words, with what it costs.
    pub words: String,
    /// Gels of the kit that come nearest, to be put on each light.
    pub gels: Vec<Gel>,
    /// The caution that goes with a gel, where one is to be put on.
    pub caution: Option<String>,
}

/// Less than this asks for no gel, mired.
const NO_GEL: f64 = 10.0;

pub(super) fn advice(flash: Kelvin, lamps: Kelvin, gels: &[Gel]) -> Option<GelAdvice> {
    let shift = flash.shift_to(lamps);
    if shift.abs() < NO_GEL {
        return None;
    }
    // None, one, or two of the kit: whatever comes nearest, the fewer the better.
    let mut sets: Vec<Vec<&Gel>> = gels.iter().map(|g| vec![g]).collect();
    for (n, one) in gels.iter().enumerate() {
        sets.extend(gels[n + 1..].iter().map(|other| vec![one, other]));
    }
    let sum = |set: &[&Gel]| set.iter().map(|g| f64::from(g.mired)).sum::<f64>();
    let left = |set: &[&Gel]| (shift - sum(set)).abs() + 3.0 * f64::from(u32::try_from(set.len()).unwrap_or(2));
    let best = sets.into_iter().filter(|set| left(set) < shift.abs()).min_by(|a, b| left(a).total_cmp(&left(b)));
    let Some(best) = best else { return Some(GelAdvice { shift, words: words::no_gel(shift), gels: Vec::new(), caution: None }) };
    let words = words::gels(shift, &best, sum(&best), lamps);
    Some(GelAdvice { shift, words, gels: best.into_iter().cloned().collect(), caution: Some(HOT_GEL.to_owned()) })
}
