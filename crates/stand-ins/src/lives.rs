//! What of a unit changes while it is used: its charge, its battery, its modelling lamp, its sleep.

use std::{
    collections::HashMap,
    time::{Duration, Instant},
};

use ink_lamp_devices::state::DeviceState;
use ink_lamp_light::strobe::{Supply, Unit, energy::recycle_at};
use ink_lamp_sitting::{light::Light, role::LightId};

/// So much of what a battery holds becomes flash (a judgement).
const EFFICIENCY: f64 = 0.6;
/// A unit of which nobody says more holds so many full pops (a judgement).
const POPS: f64 = 400.0;

/// How a unit is, beyond how it is set.
#[derive(Debug, Clone, Copy, Default)]
struct Life {
    /// When it popped last, and how long it charges after that.
    popped: Option<(Instant, Duration)>,
    /// Its modelling lamp, once that was asked for.
    lamp: Option<bool>,
    /// It sleeps.
    asleep: bool,
    /// What it gave so far, of full pops.
    given: f64,
}

/// How all units are, beyond how they are set.
#[derive(Debug, Clone, Default)]
pub struct Lives {
    units: HashMap<LightId, Life>,
}

/// How many full pops a full battery gives; none for a unit on the mains.
fn pops(unit: &Unit) -> Option<f64> {
    match (&unit.supply, unit.rated) {
        (Some(Supply::Mains { .. }), _) => None,
        (Some(Supply::Battery { watt_hours, .. }), Some(rated)) => Some(watt_hours.get() * 3600.0 * EFFICIENCY / rated.get()),
        _ => Some(POPS),
    }
}

impl Lives {
    /// How long a light charges still, before it can flash.
    #[must_use]
    pub fn charges(&self, light: &LightId, now: Instant) -> Duration {
        let popped = self.units.get(light).and_then(|life| life.popped);
        popped.map_or(Duration::ZERO, |(at, takes)| takes.saturating_sub(now.saturating_duration_since(at)))
    }

    /// What is left in its battery, per cent; none on the mains.
    #[must_use]
    pub fn battery(&self, light: &Light) -> Option<u8> {
        let given = self.units.get(&light.id).map_or(0.0, |life| life.given);
        let left = 100.0 * (1.0 - given / pops(light.unit.as_ref()?)?);
        #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "0 to 100")]
        Some(left.clamp(0.0, 100.0).round() as u8)
    }

    /// Why a light can't flash, where it can't.
    #[must_use]
    pub fn silent(&self, light: &Light) -> Option<String> {
        if self.units.get(&light.id).is_some_and(|life| life.asleep) {
            return Some(format!("the {} sleeps. Wake it first.", light.name().to_lowercase()));
        }
        (self.battery(light) == Some(0)).then(|| format!("the battery of the {} is empty.", light.name().to_lowercase()))
    }

    /// A light flashed.
    pub fn popped(&mut self, light: &Light, now: Instant) {
        let Some(unit) = &light.unit else { return };
        let power = light.power().unwrap_or_default();
        let takes = unit.recycle.map_or(Duration::ZERO, |full| Duration::from_secs_f64(recycle_at(full, power).clamp(0.0, 60.0)));
        let life = self.units.entry(light.id.clone()).or_default();
        life.popped = Some((now, takes));
        life.given += power.factor();
    }

    /// Its modelling lamp goes on or off.
    pub fn lamp(&mut self, light: &LightId, on: bool) {
        self.units.entry(light.clone()).or_default().lamp = Some(on);
    }

    /// It goes to sleep, or wakes.
    pub fn sleeps(&mut self, light: &LightId, asleep: bool) {
        self.units.entry(light.clone()).or_default().asleep = asleep;
    }

    /// How a unit that is set so says that it is.
    #[must_use]
    pub fn said(&self, light: &Light, is: DeviceState) -> DeviceState {
        let life = self.units.get(&light.id).copied().unwrap_or_default();
        DeviceState {
            ready: Some(self.silent(light).is_none()),
            battery: self.battery(light),
            lamp: life.lamp.or(is.lamp),
            standby: Some(life.asleep),
            ..is
        }
    }
}
