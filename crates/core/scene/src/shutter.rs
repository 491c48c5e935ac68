//! What the shutter, as it is set, lets through of each light: by cases, in numbers.

use ink_lamp_light::{
    measure::Seconds,
    scale::{ShutterTime, Stops},
    shutter::{Bulb, BulbSync, Curtains, Delay, ExponentialPulse, Passed, seconds_of},
    strobe::DurationAt,
};
use ink_lamp_sitting::{camera::Camera, light::Light, setup::Setup};

/// Less of a frame than this goes black unseen (a judgement).
pub const SEEN_BLACK: f64 = 0.005;

/// The shutter over time: curtains or a leaf, and when the flash comes.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Opening {
    /// The exposure time.
    pub open: Seconds,
    /// The time that a curtain takes; none for a leaf.
    pub travel: Option<Seconds>,
    /// From the frame being open to the flash.
    pub delay: Delay,
    /// A leaf opens the whole frame at once.
    pub leaf: bool,
    /// Share of the frame that goes black, 0 to 1.
    pub black: f64,
}

impl Opening {
    /// As the camera is set; none before it is set, and where neither its curtains nor a sync time are known.
    #[must_use]
    pub fn of(setup: &Setup, camera: &Camera) -> Option<Self> {
        let open = seconds_of(camera.exposure.shutter)?;
        let (leaf, travel, delay) = (camera.is_leaf(), camera.travel(), setup.firing.delay);
        if travel.is_none() && !leaf {
            return None;
        }
        let whole = all_pulse(setup) || setup.is_whole_as_named(camera);
        let black = travel.filter(|_| !whole).map_or(0.0, |travel| Curtains { travel, delay }.black_share(open));
        Some(Self { open, travel, delay, leaf, black })
    }

    /// When the flash fires, seconds from the first curtain's start.
    #[must_use]
    pub fn flash(&self) -> f64 {
        self.travel.map_or(0.0, Seconds::get) + self.delay.get()
    }

    /// For how long the whole frame is open, seconds.
    #[must_use]
    pub fn whole(&self) -> f64 {
        self.travel.map_or(self.open.get(), |travel| Curtains { travel, delay: self.delay }.open_for(self.open))
    }
}

/// Whether every unit pulses through the whole travel.
#[must_use]
pub fn all_pulse(setup: &Setup) -> bool {
    let mut units = setup.lights.iter().filter(|l| l.unit.is_some()).peekable();
    units.peek().is_some() && units.all(|l| setup.pulses(l))
}

/// The share of the frame that a late trigger leaves black at a time within sync, where that is seen.
#[must_use]
pub fn late(setup: &Setup, camera: &Camera, shutter: ShutterTime) -> Option<f64> {
    let delay = setup.firing.delay;
    let (travel, t) = camera.travel().zip(seconds_of(shutter)).filter(|_| delay.get() > 0.0)?;
    Some(Curtains { travel, delay }.black_share(t)).filter(|black| *black > SEEN_BLACK)
}

/// A light as the shutter lets it through.
#[derive(Debug, Clone, PartialEq)]
pub enum Through {
    /// It pulses through the whole travel, and loses this against a full pop: 0 or negative.
    Pulses(Stops),
    /// A bulb that burns on while the shutter is open.
    Bulb {
        /// The bulb.
        bulb: Bulb,
        /// What is lost of its burn: 0 or negative.
        lost: Stops,
        /// When it is fired, seconds from the first curtain's start; negative before it.
        fired: f64,
    },
    /// A pulse whose length is known.
    Tail {
        /// Its t0.1.
        duration: DurationAt,
        /// The pulse.
        pulse: ExponentialPulse,
        /// What passes; none where the curtains are not known.
        passed: Option<Passed>,
        /// What is lost from the edge where the second curtain starts to the other, eleven steps. Empty for a leaf.
        gradient: Vec<Stops>,
    },
    /// No flash durations on its sheet, or no power set.
    Unknown,
}

impl Through {
    /// One light at a shutter's opening.
    #[must_use]
    pub fn of(setup: &Setup, opening: &Opening, light: &Light) -> Self {
        if setup.pulses(light) {
            return Self::Pulses(-setup.shutter_loss(light));
        }
        let unit = light.unit.as_ref();
        if let Some(bulb) = unit.and_then(|u| u.bulb) {
            let fired = match bulb.sync {
                BulbSync::X => 0.0,
                BulbSync::M => opening.open.get() / 2.0 - bulb.peak.get(),
            };
            return Self::Bulb { bulb, lost: -bulb.loss(opening.open), fired };
        }
        let Some(duration) = unit.zip(light.power()).and_then(|(u, power)| u.t01_at(power)) else { return Self::Unknown };
        let pulse = ExponentialPulse::of_t01(duration.time);
        let passed = setup.passes(light);
        let curtains = opening.travel.filter(|_| passed.is_some() && !opening.leaf);
        let gradient = curtains.map_or_else(Vec::new, |travel| Curtains { travel, delay: opening.delay }.gradient(pulse, opening.open, 11));
        Self::Tail { duration, pulse, passed, gradient }
    }
}
