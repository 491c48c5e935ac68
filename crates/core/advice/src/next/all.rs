//! All dials that are to be turned, at once: after another aperture, ISO, filter, ratio or anchor, or another time by high-speed sync, every light
//! stands off its wish by what is known.

use ink_lamp_sitting::entry::{AllSet, DialTurned};

use crate::correct::Corrected;

/// Every light that was read and whose dial is to be turned; none where that is one light alone.
pub(crate) fn of(scene: &Corrected) -> Option<AllSet> {
    let lights = scene.setup.lights.iter().enumerate();
    let dials: Vec<DialTurned> = lights
        .filter(|(i, light)| super::is_known(scene, *i) && !light.left && light.automatic.is_none())
        .filter_map(|(i, light)| {
            let (best, unit) = (scene.best(i)?, light.unit.as_ref()?);
            (Some(best.dial) != light.dial).then(|| DialTurned { light: light.id.clone(), dial: unit.scale.write(best.dial) })
        })
        .collect();
    (dials.len() > 1).then_some(AllSet { dials })
}
