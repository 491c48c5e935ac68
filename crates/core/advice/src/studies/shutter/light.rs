//! A light as the shutter lets it through, as it is shown.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::shutter::{Opening, SEEN_BLACK, Through};
use ink_lamp_sitting::{light::Light, role::Role, setup::Setup};
use serde::Serialize;

use crate::words::studies::shutter as words;

/// A light as the shutter lets it through.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LightAtShutter {
    /// Which.
    pub id: String,
    /// As it is said.
    pub name: String,
    /// Its role.
    pub role: Role,
    /// Unit and setting: `Tallow 500 at 4.0`.
    pub unit: String,
    /// `t0.1 1/300 s`, or what is missing.
    pub duration: String,
    /// Lost over the frame, stops: 0 or negative. None where it can't be told.
    pub lost: Option<Stops>,
    /// The same in words.
    pub words: String,
    /// What is lost from the edge where the second curtain starts to the other, eleven steps. Empty where it is even.
    pub gradient: Vec<Stops>,
    /// Its light over time.
    pub pulse: Vec<PulsePoint>,
}

/// A point of a pulse.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PulsePoint {
    /// Milliseconds from the first curtain's start.
    pub ms: f64,
    /// Brightness, 1 at the peak.
    pub level: f64,
}

/// Points of a drawn pulse.
const POINTS: i32 = 48;

pub(super) fn light(setup: &Setup, opening: &Opening, light: &Light, end: f64) -> LightAtShutter {
    let through = Through::of(setup, opening, light);
    let (lost, gradient) = match &through {
        Through::Pulses(lost) | Through::Bulb { lost, .. } => (Some(*lost), Vec::new()),
        Through::Tail { passed, gradient, .. } => (passed.and_then(|p| Stops::from_factor(p.mean)), gradient.clone()),
        Through::Unknown => (None, Vec::new()),
    };
    LightAtShutter {
        id: light.id.to_string(),
        name: light.name(),
        role: light.role,
        unit: words::unit(light),
        duration: words::duration(&through),
        lost,
        words: words::through(&through, setup, opening.leaf),
        gradient,
        pulse: pulse(&through, opening, end),
    }
}

/// A tail that loses less than this over the frame is not to be seen, stops (a judgement).
const SEEN_LOSS: f64 = -0.03;

/// The light whose tail is lost most, where that is to be seen: a black band says enough, beside it a tail is of no account.
pub(super) fn worst(lights: &[LightAtShutter], black: f64) -> Option<&LightAtShutter> {
    let lost = |l: &LightAtShutter| l.lost.filter(|_| !l.gradient.is_empty()).map_or(0.0, Stops::get);
    let seen = lights.iter().filter(|l| black <= SEEN_BLACK && lost(l) < SEEN_LOSS);
    seen.min_by(|a, b| lost(a).total_cmp(&lost(b)))
}

/// Its light over time.
fn pulse(through: &Through, opening: &Opening, end: f64) -> Vec<PulsePoint> {
    let points = |from: f64, to: f64, level: &dyn Fn(f64) -> f64| -> Vec<PulsePoint> {
        let at = |n: i32| from + (to - from) * f64::from(n) / f64::from(POINTS);
        (0..=POINTS).map(at).map(|s| PulsePoint { ms: s * 1000.0, level: level(s) }).collect()
    };
    let flash = opening.flash();
    match through {
        Through::Pulses(_) => points(0.0, flash - opening.delay.get() + opening.open.get(), &|_| 1.0),
        Through::Bulb { bulb, fired, .. } => {
            let (peak, width) = (bulb.peak.get(), bulb.width.get());
            points(fired.max(0.0), end, &|s| (-4.0 * std::f64::consts::LN_2 * ((s - fired - peak) / width).powi(2)).exp())
        }
        Through::Tail { pulse, .. } => points(flash, end, &|s| (-(s - flash) / pulse.tau()).exp()),
        Through::Unknown => Vec::new(),
    }
}
