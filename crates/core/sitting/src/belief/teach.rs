//! What the readings of a sitting teach of a unit in what it wears, for the next one.

use ink_lamp_light::scale::Stops;
use uuid::Uuid;

use super::{
    Belief,
    assumed::{MODIFIER, UNIT},
};
use crate::{
    kit::{Calibration, Sample},
    light::Because,
    role::LightId,
    room::Room,
    setup::Setup,
};

/// What the readings of a light up to the last one teach of its unit in its modifier, whatever earlier sittings taught; `entry` is the last
/// reading's, `look` where it was read. None where the light does not come from the kit, where the sheets say too little, or where the reading is not believed, or not of this
/// light alone.
#[must_use]
pub fn sample(after: &Setup, of: &LightId, entry: Uuid, look: Uuid) -> Option<Sample> {
    let index = after.index_of(of)?;
    let from = after.lights[index].rig.kit?;
    let belief = Belief::from(after, false);
    let light = &belief.lights[index];
    if !light.whole || light.doubt.is_some() || !belief.stands_as_read(index) {
        return None;
    }
    let (mean, variance) = belief.pair(index);
    // What it says without what is assumed beforehand: the next sitting assumes the same again.
    let assumed = UNIT.powi(2) + light.worn.map_or(0.0, |_| MODIFIER.powi(2));
    let alone = 1.0 / (1.0 / variance - 1.0 / assumed);
    (alone.is_finite() && alone > 0.0).then(|| Sample {
        entry,
        unit: from.unit,
        modifier: from.modifier,
        offset: Stops::of(mean / variance * alone),
        sd: Some(Stops::of(alone.sqrt())),
        look: Some(look),
    })
}

impl Belief {
    /// The error of a light's unit in what it wears: its mean and variance.
    pub(crate) fn pair(&self, index: usize) -> (f64, f64) {
        let light = &self.lights[index];
        let errors: Vec<(usize, f64)> = std::iter::once(light.unit).chain(light.worn).map(|e| (e, 1.0)).collect();
        (self.normal.mean_of(&errors), self.normal.covariance(&errors, &errors))
    }
}

impl Setup {
    /// This setup as the start of another look: decisions, units and places stay; the room and the whole must be read again, and the
    /// lights' readings are carried as likely levels. What they taught is carried as what is learnt of their units.
    #[must_use]
    pub fn as_start(&self) -> Self {
        let mut start = self.clone();
        start.room = Room { wish: start.room.wish, said: start.room.said, ..Room::default() };
        start.whole = None;
        start.frames = 0;
        let belief = Belief::of(self);
        for (index, light) in start.lights.iter_mut().enumerate() {
            if let Some(held) = &mut light.reading {
                held.carry(Stops::ZERO, Because::Copied);
            }
            if belief.has_model(index) && belief.was_read(index) {
                let (mean, variance) = belief.pair(index);
                let before = light.rig.calibration;
                light.rig.calibration = Some(Calibration {
                    offset: Stops::of(mean),
                    count: before.map_or(0, |c| c.count) + belief.times_read(index),
                    spread: before.map_or(Stops::ZERO, |c| c.spread),
                    sd: Some(Stops::of(variance.sqrt())),
                });
            }
        }
        start.seen = Vec::new();
        // What was looked at was looked at for that look, and what was heeded in that sitting.
        start.checks = Vec::new();
        start.heeded = Vec::new();
        start.practice = None;
        start.flashed(|_| true);
        start
    }
}
