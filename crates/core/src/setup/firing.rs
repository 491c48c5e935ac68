//! How shutter and flash meet: the trigger's delay, and high-speed sync in the three places where it must be on.

use ink_lamp_light::{
    measure::{Loss, Seconds},
    scale::{Iso, ShutterTime, Stops},
    shutter::{Curtains, Delay, ExponentialPulse, Leaf, Passed, seconds_of},
};
use serde::{Deserialize, Serialize};

use super::{
    Camera, Setup,
    light::{Held, Light, LightId},
};
use crate::kit::ShutterKind;

/// How shutter and flash meet.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Firing {
    /// From the frame being open to the flash.
    #[serde(default = "no_delay")]
    pub delay: Delay,
    /// Where high-speed sync is on.
    #[serde(default)]
    pub high_speed: HighSpeed,
    /// What a test frame by high-speed sync lost beyond the curtains' share, stops.
    #[serde(default = "no_loss")]
    pub extra: Loss,
}

const fn no_delay() -> Delay {
    Delay::NONE
}

const fn no_loss() -> Loss {
    Loss::NONE
}

impl Default for Firing {
    fn default() -> Self {
        Self { delay: Delay::NONE, high_speed: HighSpeed::default(), extra: Loss::NONE }
    }
}

/// A place where high-speed sync must be on.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum SyncPlace {
    /// The camera.
    Camera,
    /// The transmitter.
    Transmitter,
    /// The unit of a light.
    Unit(LightId),
}

/// The places where high-speed sync was forgotten, as they are said: `the key's unit`.
pub(crate) fn forgotten_words(places: &[SyncPlace], setup: &Setup) -> Vec<String> {
    let name = |id: &LightId| setup.light(id).map_or_else(|| id.to_string(), Light::name).to_lowercase();
    let said = |place: &SyncPlace| match place {
        SyncPlace::Camera => "the camera".to_owned(),
        SyncPlace::Transmitter => "the transmitter".to_owned(),
        SyncPlace::Unit(id) => format!("the {}'s unit", name(id)),
    };
    places.iter().map(said).collect()
}

/// Where high-speed sync is on: one place forgotten spoils the frame.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HighSpeed {
    /// At the camera.
    #[serde(default)]
    pub camera: bool,
    /// At the transmitter.
    #[serde(default)]
    pub transmitter: bool,
    /// At the units of these lights.
    #[serde(default)]
    pub units: Vec<LightId>,
}

impl HighSpeed {
    /// On at the camera, the transmitter and the units of these lights.
    #[must_use]
    pub fn everywhere<'a>(lights: impl IntoIterator<Item = &'a Light>) -> Self {
        Self { camera: true, transmitter: true, units: lights.into_iter().map(|l| l.id.clone()).collect() }
    }
}

impl Camera {
    /// Time that a curtain takes over the frame: as its sheet says, else its sync time. None for a leaf shutter, and where nothing is known.
    #[must_use]
    pub fn travel(&self) -> Option<Seconds> {
        let sync = || Seconds::new(self.sync?.seconds()).ok();
        match self.body.as_ref().map(|b| b.shutter) {
            Some(ShutterKind::Leaf) => None,
            Some(ShutterKind::FocalPlane { travel: Some(travel), .. }) => Some(travel),
            _ => sync(),
        }
    }

    /// Whether its shutter lies between the lens.
    #[must_use]
    pub fn is_leaf(&self) -> bool {
        self.body.as_ref().is_some_and(|b| b.shutter == ShutterKind::Leaf)
    }

    /// Whether a time is shorter than sync.
    #[must_use]
    pub fn is_past_sync(&self, shutter: ShutterTime) -> bool {
        self.sync.is_some_and(|sync| shutter.tv() > sync.tv() + 1e-9)
    }
}

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
    /// taught, or a bulb's burn that the shutter cuts. 0 for an ordinary flash within sync.
    #[must_use]
    pub fn shutter_loss(&self, light: &Light, read: Option<&Held>) -> Stops {
        let Some((camera, t)) = self.camera.as_ref().and_then(|c| Some((c, seconds_of(c.exposure.shutter)?))) else { return Stops::ZERO };
        if let Some(bulb) = light.unit.as_ref().and_then(|u| u.bulb) {
            // The meter's own time cut the burn too.
            let metered = read.and_then(|h| seconds_of(h.reading.shutter)).map_or(Stops::ZERO, |t| bulb.loss(t));
            return bulb.loss(t) - metered;
        }
        match camera.travel().filter(|_| self.pulses(light)) {
            Some(travel) => Curtains { travel, delay: Delay::NONE }.high_speed_loss(t) + self.firing.extra.stops(),
            None => Stops::ZERO,
        }
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
        Some(Curtains { travel: camera.travel()?, delay }.pass(pulse, t))
    }
}
