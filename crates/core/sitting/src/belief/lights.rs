//! What is asked of a belief: each light as it stands, or as it would.

use ink_lamp_light::strobe::Dial;

use super::{Belief, Key, Sum, assumed::DIAL, at};
use crate::metered::RoomPlace;

/// What is known of a light's flash.
#[derive(Debug, Clone)]
pub struct Known {
    /// `Av` at ISO 100, as the setup's school of metering shows it.
    pub av_100: f64,
    /// Its errors.
    errors: Sum,
    /// What no error holds yet: a setting that was never read, a placement not yet taken; a variance.
    pub fresh: f64,
}

impl Belief {
    /// What is known of a light of the setup as it stands; none before its sheets say enough or it was read.
    #[must_use]
    pub fn light(&self, index: usize) -> Option<Known> {
        let light = self.lights.get(index)?;
        self.light_at(index, light.dial, 0.0, None)
    }

    /// The same at another setting, `by` stops from where the dial stands; and where it is `moved`, by what that gives: it then stands anew.
    #[must_use]
    pub fn light_at(&self, index: usize, dial: Option<Dial>, by: f64, moved: Option<f64>) -> Option<Known> {
        let light = self.lights.get(index)?;
        if !light.whole && light.read.is_empty() {
            return None;
        }
        let mut errors: Sum = std::iter::once(light.unit).chain(light.worn).map(|e| (e, 1.0)).collect();
        let mut fresh = 0.0;
        match dial.and_then(|dial| self.setting(index, dial)) {
            Some(setting) => errors.push((setting, 1.0)),
            None if dial.is_some() => fresh += DIAL * DIAL,
            None => {}
        }
        match (light.place, moved) {
            (Some(place), None) => errors.push((place, 1.0)),
            _ => fresh += light.hand.powi(2) + law(light.since + moved.unwrap_or(0.0)).powi(2),
        }
        let av_100 = light.model + by + moved.unwrap_or(0.0) + self.normal.mean_of(&errors);
        Some(Known { av_100, errors, fresh })
    }

    fn setting(&self, index: usize, dial: Dial) -> Option<usize> {
        self.keys.iter().position(|k| *k == Key::Setting(index, dial))
    }

    /// The settings of a light that were read.
    pub fn settings(&self, index: usize) -> impl Iterator<Item = Dial> + use<'_> {
        self.keys.iter().filter_map(move |k| match k {
            Key::Setting(light, dial) if *light == index => Some(*dial),
            _ => None,
        })
    }

    /// The variance of a level that a light makes `share` of, and that the room moves by `room` for each stop of its own.
    #[must_use]
    pub fn variance(&self, of: &Known, share: f64, place: RoomPlace, room: f64) -> f64 {
        let mut sum: Sum = of.errors.iter().map(|(e, by)| (*e, by * share)).collect();
        let mut fresh = of.fresh * share * share;
        match self.rooms[at(place)] {
            Some(error) => sum.push((error, room)),
            None => fresh += (super::ROOM * room).powi(2),
        }
        (self.normal.covariance(&sum, &sum) + fresh).max(0.0)
    }

    /// Whether a light was read as it stands, and that is believed.
    #[must_use]
    pub fn stands_as_read(&self, index: usize) -> bool {
        self.lights.get(index).is_some_and(|l| l.read.contains(&(l.dial, l.placement)))
    }

    /// Whether a light was read at all, and that is believed.
    #[must_use]
    pub fn was_read(&self, index: usize) -> bool {
        self.lights.get(index).is_some_and(|l| !l.read.is_empty())
    }

    /// How often a light was read, as far as that is believed.
    #[must_use]
    pub(crate) fn times_read(&self, index: usize) -> u32 {
        self.lights.get(index).map_or(0, |l| u32::try_from(l.read.len()).unwrap_or(u32::MAX))
    }

    /// How often running a light was read as it stands, and gave no more than the room.
    #[must_use]
    pub fn gave_nothing(&self, index: usize) -> u32 {
        self.lights.get(index).map_or(0, |l| l.nothing)
    }

    /// By how much the last reading of a light is off what was expected, where that is too unlikely to be believed before it is read again.
    #[must_use]
    pub fn doubt(&self, index: usize) -> Option<f64> {
        self.lights.get(index)?.doubt
    }

    /// Whether the sheets say what a light gives, so that a reading can be doubted.
    #[must_use]
    pub fn has_model(&self, index: usize) -> bool {
        self.lights.get(index).is_some_and(|l| l.whole)
    }
}

/// How far off a front's law is for a move that changes the light by so many stops: next to nothing for a small one, 0.1 for a stop. Fronts are up
/// to 0.3 off their law near by and off their axis (common practice, no source).
fn law(moved: f64) -> f64 {
    (0.1 * moved * moved).min(0.3)
}
