//! Readings that are still to be taken.

use ink_lamp_light::scale::Stops;
use ink_lamp_sitting::{
    light::{Because, Standing},
    role::LightId,
};

use super::{Move, Pick};
use crate::correct::Corrected;

/// A light that is to be read alone.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct MeterLight {
    /// Which, in the setup's order.
    pub(crate) light: usize,
    /// It was read before.
    pub(crate) again: bool,
    /// By how much its last reading is too far off to be believed at once.
    pub(crate) doubt: Option<Stops>,
    /// Its reading is no more than the room alone.
    pub(crate) no_flash: bool,
    /// It was read with these on, which are not known.
    pub(crate) others: Vec<LightId>,
    /// What it should read.
    pub(crate) target: Option<Stops>,
    /// What it likely reads.
    pub(crate) likely: Option<Likely>,
}

/// What a light likely reads before it is read.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Likely {
    /// Where.
    pub(crate) at: Stops,
    /// Either way.
    pub(crate) within: Stops,
    /// The setting to begin with, where it is another one.
    pub(crate) begin: Option<String>,
}

/// The room, flash off.
pub(super) fn room() -> Pick {
    Pick::new("room", Move::MeterRoom)
}

/// One light alone.
pub(super) fn light(scene: &Corrected, index: usize) -> Pick {
    let light = &scene.setup.lights[index];
    let level = &scene.levels.lights[index];
    let again = light.reading.as_ref().is_some_and(|h| !matches!(h.standing, Standing::Carried { because: Because::Copied, .. }));
    let target = scene.levels.targets[index].filter(|_| scene.levels.exposure.is_some() && !level.no_flash);
    let what = MeterLight {
        light: index,
        again,
        doubt: level.doubt,
        no_flash: level.no_flash,
        others: level.tangled.clone(),
        target,
        likely: likely(scene, index),
    };
    let pick = Pick::new(light.id.as_str(), Move::MeterLight(what));
    Pick { power: Some((index, None)), ..pick }
}

/// What the light likely reads before it is read, and the dial to begin with.
fn likely(scene: &Corrected, index: usize) -> Option<Likely> {
    scene.belief.light(index).filter(|_| scene.levels.exposure.is_some() && scene.levels.lights[index].doubt.is_none())?;
    let (at, within) = scene.levels.lights[index].guess.or_else(|| {
        let now = scene.outlook(index)?;
        Some((now.level, Stops::of(now.sd)))
    })?;
    let light = &scene.setup.lights[index];
    let best = scene.best(index).filter(|best| Some(best.dial) != light.dial && !scene.belief.was_read(index));
    let begin = best.zip(light.unit.as_ref()).map(|(best, unit)| unit.scale.write(best.dial));
    Some(Likely { at, within, begin })
}

/// All lights together.
pub(super) fn whole(scene: &Corrected) -> Pick {
    let parts = scene.levels.sides(scene.setup, None).and_then(|(lit, _, _)| lit.level()).filter(|_| scene.levels.exposure.is_some());
    Pick::new("whole", Move::MeterWhole(parts))
}
