//! What the shutter, as it is set, does to each light.

use ink_lamp_light::{
    scale::{Iso, ShutterTime, Stops},
    shutter::{Curtains, Delay, ExponentialPulse, Leaf, Passed, seconds_of},
};

use crate::{
    camera::Camera,
    firing::SyncPlace,
    light::{Held, Light},
    setup::Setup,
};

/// A part of a pulse that the shutter cuts off is not seen below this, stops (a judgement): what a meter in tenths tells twice over.
const SEEN_TAIL: f64 = 0.15;

impl Setup {
    /// Whether a light's unit would pulse through the whole travel now: the shutter is past sync, and high-speed sync is on everywhere.
    #[must_use]
    pub fn pulses(&self, light: &Light) -> bool {
        let on = &self.firing.high_speed;
        self.camera.as_ref().is_some_and(|c| c.is_past_sync(c.exposure.shutter) && c.travel().is_some())
            && on.camera
            && on.transmitter
            && on.units.contains(&light.id)
            && light.unit.as_ref().is_some_and(|u| u.high_speed)
    }

    /// What the shutter takes of a light against what a meter read of a whole pop, stops: the loss of high-speed sync with what a test frame
    /// taught, a bulb's burn that the shutter cuts, or the end of a slow pulse where that is seen. 0 for other flashes within sync.
    #[must_use]
    pub fn shutter_loss(&self, light: &Light) -> Stops {
        let Some((camera, t)) = self.camera.as_ref().and_then(|c| Some((c, seconds_of(c.exposure.shutter)?))) else { return Stops::ZERO };
        if let Some(bulb) = light.unit.as_ref().and_then(|u| u.bulb) {
            return bulb.loss(t);
        }
        match camera.travel().filter(|_| self.pulses(light)) {
            Some(travel) => Curtains { travel, delay: Delay::NONE }.high_speed_loss(t) + self.firing.extra.stops(),
            None => self.tail(light).map_or(Stops::ZERO, |(mean, _)| -mean),
        }
    }

    /// What the shutter cuts off the end of a pulse: over the frame, stops, negative, and edge by edge. None where that is not seen; past sync, where a
    /// part of the frame gets nothing at all; and where only a sync time is known: its maker left room for a pulse in it, and nobody knows how much.
    #[must_use]
    pub fn tail(&self, light: &Light) -> Option<(Stops, Passed)> {
        let known = |c: &Camera| !c.is_past_sync(c.exposure.shutter) && (c.is_leaf() || c.says_travel());
        let passed = self.passes(light).filter(|_| self.camera.as_ref().is_some_and(known))?;
        let mean = Stops::from_factor(passed.mean).filter(|mean| mean.get() < -SEEN_TAIL)?;
        Some((mean, passed))
    }

    /// What the meter's own time took of a light that it read, stops: a bulb's burn that it cut. 0 for all others.
    #[must_use]
    pub fn metered_loss(&self, light: &Light, held: &Held) -> Stops {
        self.loss_at(light, held.reading.shutter)
    }

    /// What a meter's time takes of a light, stops.
    #[must_use]
    pub fn loss_at(&self, light: &Light, shutter: ShutterTime) -> Stops {
        let bulb = light.unit.as_ref().and_then(|u| u.bulb);
        bulb.zip(seconds_of(shutter)).map_or(Stops::ZERO, |(bulb, t)| bulb.loss(t))
    }

    /// Whether what the frame gets of a light is worked out, and not what its reading says: the shutter takes something that the meter's time did not.
    #[must_use]
    pub fn is_worked_out(&self, light: &Light) -> bool {
        let metered = light.reading.as_ref().map_or(Stops::ZERO, |held| self.metered_loss(light, held));
        self.shutter_loss(light) != metered
    }

    /// The highest ISO: what holds here, else the camera's own cap.
    #[must_use]
    pub fn iso_cap(&self) -> Option<Iso> {
        self.holds.iso_cap.or_else(|| self.camera.as_ref()?.body.as_ref()?.iso_cap)
    }

    /// The places where high-speed sync is needed and off; none where no place has it on, or nothing is missing.
    #[must_use]
    pub fn high_speed_forgotten(&self) -> Vec<SyncPlace> {
        let on = &self.firing.high_speed;
        let units = || self.lights.iter().filter(|l| l.unit.as_ref().is_some_and(|u| u.bulb.is_none()));
        if !on.camera && !on.transmitter && on.units.is_empty() {
            return Vec::new();
        }
        let mut missing = Vec::new();
        if !on.camera {
            missing.push(SyncPlace::Camera);
        }
        if !on.transmitter {
            missing.push(SyncPlace::Transmitter);
        }
        missing.extend(units().filter(|l| !on.units.contains(&l.id)).map(|l| SyncPlace::Unit(l.id.clone())));
        missing
    }

    /// Whether the frame is whole because its maker names a sync time that is kept, however its printed number rounds; only a late trigger spoils it.
    #[must_use]
    pub fn is_whole_as_named(&self, camera: &Camera) -> bool {
        self.firing.delay == Delay::NONE && camera.sync.is_some() && !camera.is_past_sync(camera.exposure.shutter)
    }

    /// What of a light's pulse passes the shutter as it is set, by its unit's own t0.1 at its power. None where that is not known, and for
    /// what pulses through.
    #[must_use]
    pub fn passes(&self, light: &Light) -> Option<Passed> {
        let camera = self.camera.as_ref()?;
        let (unit, power) = (light.unit.as_ref()?, light.power()?);
        if self.pulses(light) || unit.bulb.is_some() {
            return None;
        }
        let pulse = ExponentialPulse::of_t01(unit.t01_at(power)?.time);
        let (t, delay) = (seconds_of(camera.exposure.shutter)?, self.firing.delay);
        if camera.is_leaf() {
            let share = Leaf { delay }.pass(pulse, t);
            return Some(Passed { worst_edge: share, other_edge: share, mean: share });
        }
        let travel = camera.travel().map(|travel| if self.is_whole_as_named(camera) && travel > t { t } else { travel })?;
        Some(Curtains { travel, delay }.pass(pulse, t))
    }
}
