//! What the sheets alone say of a light, before any reading.
//!
//! Lamp: `W·η` lumen-seconds, or what the guide number stands for; less what modifier, grid and gels take; over the front's spread
//! (see [`ink_lamp_light::shape`]), or where the light stands on the plan over what the plan's field gives at its spot, so that a light that is bounced,
//! feathered or flagged is told as it stands; `N² = H·S/C` with C = 250.

use ink_lamp_light::{
    scale::{FLAT_C, Stops},
    shape::ModifierKind,
};

use crate::{light::Light, setup::Setup, standing::Stood, studio::Studio};

/// What the sheets alone say of a light as it is metered.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Model {
    /// `Av` at ISO 100, as the setup's school of metering shows it.
    pub av_100: f64,
    /// Whether unit, setting, modifier and distance are all known. If not, only differences of it mean something.
    pub whole: bool,
    /// How far off it is for where the light stands, one standard deviation, stops.
    pub hand: f64,
}

/// A distance is set to within 2 % either way, evenly spread: its standard deviation as a share (common practice, no source).
const DISTANCE: f64 = 0.0115;
/// Light that comes by way of a wall is told less surely: one standard deviation, stops (a judgement).
const BOUNCED: f64 = 0.5;

impl Light {
    /// What the sheets alone say along its axis, and where it stands on the plan as it falls at its spot: `Av` at ISO 100. None before unit,
    /// dial, distance and modifier are known.
    fn along_axis(&self, stood: Option<&Stood>) -> Option<f64> {
        let (unit, power, distance) = (self.unit.as_ref()?, self.power()?, self.distance?);
        let shape = self.rig.shape?;
        let full = match (shape.kind, unit.guide, stood) {
            // A guide number is the bare head itself.
            (ModifierKind::Bare, Some(guide), None) => guide.candela_seconds(FLAT_C) / distance.get().powi(2),
            (ModifierKind::Bare, Some(guide), Some(stood)) => {
                let straight = shape.lux_per_lumen(distance);
                guide.candela_seconds(FLAT_C) / distance.get().powi(2) * stood.lux / straight
            }
            (_, _, None) => unit.lumen_seconds()? * shape.lux_per_lumen(distance),
            (_, _, Some(stood)) => unit.lumen_seconds()? * stood.lux,
        };
        let light = full * (power - shape.loss() - self.taken()).factor();
        (light > 0.0).then(|| (light * 100.0 / FLAT_C.get()).log2())
    }

    /// The same of what is known, where something is missing: only differences of it mean something.
    fn in_part(&self) -> f64 {
        let power = self.power().unwrap_or(Stops::ZERO);
        let spread = self.distance.map_or(0.0, |d| match self.rig.shape {
            Some(shape) => shape.lux_per_lumen(d).log2() - shape.loss().get(),
            None => -2.0 * d.get().log2(),
        });
        (power - self.taken()).get() + spread
    }

    /// How far off a light is for where it stands, one standard deviation, stops.
    fn hand(&self, stood: Option<&Stood>) -> f64 {
        let point = 2.0 / std::f64::consts::LN_2 * DISTANCE;
        let by_hand = self.distance.zip(self.rig.shape).and_then(|(d, shape)| {
            let near = ink_lamp_light::measure::Meters::new(d.get() * 0.99).ok()?;
            let far = ink_lamp_light::measure::Meters::new(d.get() * 1.01).ok()?;
            Some(shape.falloff(near, far).abs().get() / 0.02 * DISTANCE)
        });
        let bounced = if stood.is_some_and(|s| s.off.is_some()) { BOUNCED } else { 0.0 };
        by_hand.unwrap_or(point).hypot(bounced)
    }
}

impl Setup {
    /// What the sheets alone say of a light of the setup, as its school of metering shows it.
    #[must_use]
    pub fn model(&self, light: &Light, studio: &Studio) -> Model {
        let stood = light.standing_in(studio);
        let whole = light.along_axis(stood.as_ref());
        let seen = light.normal_by(self.schools.receptor);
        Model { av_100: whole.unwrap_or_else(|| light.in_part()) + seen, whole: whole.is_some(), hand: light.hand(stood.as_ref()) }
    }
}
