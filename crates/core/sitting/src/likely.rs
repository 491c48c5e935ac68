//! What a light will likely read before it is read, and what its readings teach for the next time.
//!
//! Lamp: `W·η` lumen-seconds, or what the guide number stands for; less what modifier, grid and gels take; over the front's spread
//! (see [`ink_lamp_light::shape`]); `N² = H·S/C` with C = 250. A rated energy alone is good to a stop (common practice, no source). Each reading's
//! distance from this is kept for the unit in its modifier: the median corrects the next guess, so that one wild reading among several
//! does nothing; the median distance from it, times 1.4826, is the spread (closed form for a normal distribution).

use std::f64::consts::PI;

use ink_lamp_light::{
    scale::{FLAT_C, Stops},
    shape::ModifierKind,
    strobe::{USUAL_GAIN, guide},
};
use uuid::Uuid;

use crate::{
    kit::{Calibration, Sample, calibration::FIRST_GUESS},
    light::Light,
    role::LightId,
    setup::Setup,
};

/// A guess: `Av` at ISO 100 of the light along its axis, and how far off it may be.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Guess {
    /// `Av` at ISO 100.
    pub av_100: f64,
    /// How far off it may be, either way.
    pub within: Stops,
}

impl Light {
    /// What the model alone says of this light: `Av` at ISO 100 on its axis. None before unit, dial, distance and modifier are known.
    #[must_use]
    pub fn model_av_100(&self) -> Option<f64> {
        let (unit, power, distance) = (self.unit.as_ref()?, self.power()?, self.distance?);
        let shape = self.rig.shape?;
        let taken = shape.loss() + self.taken();
        let full = match (shape.kind, unit.rated, unit.guide) {
            // A guide number is the bare head itself.
            (ModifierKind::Bare, _, Some(guide)) => guide.candela_seconds(FLAT_C) / distance.get().powi(2),
            (_, Some(rated), _) => guide::of_energy(rated, guide::EFFICACY, 1.0).0 * shape.lux_per_lumen(distance),
            (_, None, Some(guide)) => 4.0 * PI * guide.candela_seconds(FLAT_C) / USUAL_GAIN * shape.lux_per_lumen(distance),
            (_, None, None) => return None,
        };
        let light = full * power.factor() * (-taken).factor();
        Some((light * 100.0 / FLAT_C.get()).log2())
    }

    /// What this light will likely read on its axis: the model, corrected by what earlier readings taught.
    #[must_use]
    pub fn guess(&self) -> Option<Guess> {
        let model = self.model_av_100()?;
        let learnt = self.rig.calibration;
        Some(Guess { av_100: model + learnt.map_or(0.0, |c| c.offset.get()), within: learnt.map_or(FIRST_GUESS, Calibration::within) })
    }
}

/// What the last reading of a light teaches of its unit in its modifier; `entry` is the reading's. None where the light does not come from the
/// kit, where the model can't say anything, or where the reading is not of this light alone.
#[must_use]
pub fn sample(after: &Setup, of: &LightId, entry: Uuid) -> Option<Sample> {
    let light = after.light(of)?;
    let from = light.rig.kit?;
    let read = after.flash_av_100(light)?;
    Some(Sample {
        entry,
        unit: from.unit,
        modifier: from.modifier,
        offset: Stops::of(read - light.normal_by(after.schools.receptor) - light.model_av_100()?),
    })
}
