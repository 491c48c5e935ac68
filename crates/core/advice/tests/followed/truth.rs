//! What nobody in the sitting knows, and what the meter shows of it.

use std::collections::HashMap;

use ink_lamp_light::scale::{Iso, MeterDisplay};
use ink_lamp_sitting::{light::Light, setup::Setup};
use serde_json::{Value, json};

/// What nobody in the sitting knows.
#[derive(Debug, Clone)]
pub(crate) struct Truth {
    /// Of each unit in its modifier, stops.
    pub(crate) off: HashMap<String, f64>,
    /// Seeds everything that errs by the way.
    pub(crate) seed: u64,
    /// Every so many readings one is of a lamp that did not fire.
    pub(crate) misfires: u64,
    /// What hands did that no entry tells.
    pub(crate) by_hand: HashMap<String, f64>,
    /// The room's own light, as exposure value at ISO 100.
    pub(crate) room: f64,
}

/// A number from −1 to 1 that looks random and is the same for the same things.
pub(crate) fn hash(seed: u64, of: &str) -> f64 {
    let mixed = of.bytes().fold(seed ^ 0xcbf2_9ce4_8422_2325, |h, b| (h ^ u64::from(b)).wrapping_mul(0x0100_0000_01b3));
    let mixed = (mixed ^ (mixed >> 33)).wrapping_mul(0xff51_afd7_ed55_8ccd);
    f64::from(u32::try_from(mixed >> 32).unwrap()) / f64::from(u32::MAX) * 2.0 - 1.0
}

impl Truth {
    /// What a light's flash really gives, `Av` at ISO 100.
    pub(crate) fn flash(&self, setup: &Setup, light: &Light) -> f64 {
        let id = light.id.as_str();
        let model = setup.model(light, &setup.studio());
        let dial = hash(self.seed, &format!("{id}{:?}", light.dial)) * 0.1;
        let place = hash(self.seed, &format!("{id}@{}", light.placement)) * 0.05;
        let base = if model.whole { model.av_100 } else { 5.0 + model.av_100 };
        base + self.off.get(id).copied().unwrap_or(0.0) + dial + place + self.by_hand.get(id).copied().unwrap_or(0.0)
    }

    pub(crate) fn room_at(&self, setup: &Setup) -> f64 {
        self.room - setup.camera.as_ref().unwrap().exposure.shutter.tv()
    }

    /// A reading of so much light at ISO 100, on the camera's own ISO or, where that is out of the meter's range, on another one.
    pub(crate) fn reading(&self, setup: &Setup, of: &str, av_100: f64, nth: usize) -> Value {
        let av_100 = av_100 + hash(self.seed, &format!("noise {nth}")) * 0.05;
        let camera = setup.camera.as_ref().unwrap().exposure.iso;
        let at = |iso: Iso| MeterDisplay::from_av(av_100 + iso.stops_over_100()).ok().map(|shows| (shows, iso));
        let others = ["100", "1600", "25600"].map(|iso| Iso::parse(iso).unwrap());
        // In the dark it shows its lowest.
        let (shows, iso) = std::iter::once(camera).chain(others).find_map(at).unwrap_or((MeterDisplay::from_av(-2.0).unwrap(), others[2]));
        json!({"reading": {"of": of, "shows": shows.to_string(), "iso": iso.said()}})
    }
}
