//! How far each thing in the studio is from what its sheet says. Nothing here is told by any answer of the product.
//!
//! Spreads: unit and modifier 0.2 stop each, a setting of a dial ± 0.1 evenly, a distance ± 2 % evenly, a meter 0.03 stop from one reading to the next
//! (common practice, no source).

use std::f64::consts::LN_2;

use rand::{Rng, SeedableRng, rngs::StdRng};
use rand_distr::{Distribution, Normal};
use serde::{Deserialize, Serialize};
use sha2::{Digest, Sha256};

/// How far things may be off: standard deviations, or half of what is evenly spread, in stops but for the distance.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
pub struct Spreads {
    /// A unit, one standard deviation.
    pub unit: f64,
    /// What it wears, one standard deviation.
    pub modifier: f64,
    /// A setting of its dial, evenly to either side.
    pub dial: f64,
    /// A distance, evenly to either side, as a share.
    pub distance: f64,
    /// A meter from one reading to the next, one standard deviation.
    pub meter: f64,
    /// The room against what was read of it before, one standard deviation.
    pub room: f64,
    /// How often a pop does not come, 0 to 1.
    pub lost: f64,
}

impl Spreads {
    /// As in a studio that is kept in order.
    pub const USUAL: Self = Self { unit: 0.2, modifier: 0.2, dial: 0.1, distance: 0.02, meter: 0.03, room: 0.05, lost: 0.02 };
    /// Nothing is off: what the sheets say is so.
    pub const NONE: Self = Self { unit: 0.0, modifier: 0.0, dial: 0.0, distance: 0.0, meter: 0.0, room: 0.0, lost: 0.0 };
}

/// A hidden truth: the same seed says the same of the same thing, whenever it is asked.
#[derive(Debug, Clone)]
pub struct Truth {
    seed: String,
    spreads: Spreads,
}

impl Truth {
    /// Of a seed.
    #[must_use]
    pub fn new(seed: impl Into<String>, spreads: Spreads) -> Self {
        Self { seed: seed.into(), spreads }
    }

    /// How far things may be off.
    #[must_use]
    pub const fn spreads(&self) -> Spreads {
        self.spreads
    }

    fn of(&self, what: &[&str]) -> StdRng {
        let mut hash = Sha256::new_with_prefix(self.seed.as_bytes());
        for part in what {
            hash.update([0]);
            hash.update(part.as_bytes());
        }
        StdRng::from_seed(hash.finalize().into())
    }

    fn normal(&self, sd: f64, what: &[&str]) -> f64 {
        Normal::new(0.0, sd).map_or(0.0, |normal| normal.sample(&mut self.of(what)))
    }

    fn even(&self, half: f64, what: &[&str]) -> f64 {
        if half > 0.0 { self.of(what).random_range(-half..=half) } else { 0.0 }
    }

    /// Something that is drawn evenly.
    #[must_use]
    pub fn between(&self, from: f64, to: f64, what: &str) -> f64 {
        if from < to { self.of(&["between", what]).random_range(from..=to) } else { from }
    }

    /// A unit against its sheet, stops.
    #[must_use]
    pub fn unit(&self, unit: &str) -> f64 {
        self.normal(self.spreads.unit, &["unit", unit])
    }

    /// A modifier against its sheet, stops.
    #[must_use]
    pub fn modifier(&self, modifier: &str) -> f64 {
        self.normal(self.spreads.modifier, &["modifier", modifier])
    }

    /// A setting of a unit's dial against what is written there, stops.
    #[must_use]
    pub fn dial(&self, unit: &str, written: &str) -> f64 {
        self.even(self.spreads.dial, &["dial", unit, written])
    }

    /// Where a light stands against the distance that was said, stops by the inverse square law; another one with each place.
    #[must_use]
    pub fn place(&self, light: &str, place: &str) -> f64 {
        -2.0 * (1.0 + self.even(self.spreads.distance, &["place", light, place])).ln() / LN_2
    }

    /// A room of which nothing was read: EV at ISO 100, from a dim hall to a bright window.
    #[must_use]
    pub fn room(&self, look: &str) -> f64 {
        self.of(&["room", look]).random_range(3.0..8.0)
    }

    /// A room against what was read of it before, stops.
    #[must_use]
    pub fn room_since(&self, look: &str) -> f64 {
        self.normal(self.spreads.room, &["room since", look])
    }

    /// What of a light falls where it is not metered, against what the plan says of it: 0.7 to 1.3.
    #[must_use]
    pub fn spilt(&self, light: &str, place: &str) -> f64 {
        1.0 + if self.spreads == Spreads::NONE { 0.0 } else { self.even(0.3, &["spilt", light, place]) }
    }

    /// What a meter adds by itself to its nth reading, stops.
    #[must_use]
    pub fn noise(&self, nth: u64) -> f64 {
        self.normal(self.spreads.meter, &["noise", &nth.to_string()])
    }

    /// Whether the nth pop of a light does not come.
    #[must_use]
    pub fn is_lost(&self, light: &str, nth: u64) -> bool {
        self.spreads.lost > 0.0 && self.of(&["lost", light, &nth.to_string()]).random_bool(self.spreads.lost.min(1.0))
    }

    /// Noise for a picture.
    #[must_use]
    pub fn grain(&self, nth: u64) -> StdRng {
        self.of(&["grain", &nth.to_string()])
    }
}
