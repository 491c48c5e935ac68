//! What automatic flash gave, as a manual setting.

use ink_lamp_light::{scale::Stops, strobe::Dial};
use ink_lamp_sitting::{
    entry::{DialTurned, Entry},
    light::Tone,
    setup::Setup,
};

use super::{Move, Pick};

/// A setting in manual, corrected for the tone of the scene.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct InManual {
    /// Whose, in the setup's order.
    pub(crate) light: usize,
    /// What automatic gave.
    pub(crate) gave: Dial,
    /// How light the scene was.
    pub(crate) tone: Tone,
    /// What that deserves.
    pub(crate) correction: Stops,
    /// The setting as written on its dial.
    pub(crate) setting: String,
}

/// A light whose power was chosen by itself; none for others.
pub(super) fn of(setup: &Setup, index: usize) -> Option<Pick> {
    let light = &setup.lights[index];
    let (automatic, unit) = (light.automatic?, light.unit.as_ref()?);
    let correction = automatic.tone.correction();
    let nearest = unit.scale.nearest(unit.scale.stops(automatic.gave) + correction);
    let setting = unit.scale.write(nearest.dial);
    let what = InManual { light: index, gave: automatic.gave, tone: automatic.tone, correction, setting: setting.clone() };
    let pick = Pick::new(light.id.as_str(), Move::Automatic(what));
    Some(Pick {
        power: Some((index, (nearest.dial != automatic.gave).then(|| unit.scale.stops(nearest.dial)))),
        pending: Some((light.id.clone(), setting.clone())),
        entry: Some(Entry::Dial(DialTurned { light: light.id.clone(), dial: setting })),
        ..pick
    })
}
