//! The unit of the kit that reaches a wish where a light's own ends before it.

use ink_lamp_light::{
    scale::Stops,
    strobe::{Dial, Unit},
};
use ink_lamp_sitting::light::Light;

use crate::correct::{Corrected, Correction};

/// A unit of the kit in place of a light's own.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct OtherUnit {
    /// What it is called.
    pub(crate) name: String,
    /// How its dial is set, as it is written there.
    pub(crate) dial: String,
}

/// So far from its own ends a wish must lie on another unit's scale, stops: what two units really give differs from their sheets by about as much.
const MARGIN: f64 = 0.3;

/// The unit of the kit that does what a light is to do, at its place and in what it wears: the one whose ends are farthest from it, of those that
/// no light of the setup has. None where the sheets do not say how they compare.
pub(super) fn of(scene: &Corrected, index: usize, best: &Correction) -> Option<OtherUnit> {
    let light = &scene.setup.lights[index];
    let (unit, dial) = light.unit.as_ref().zip(light.dial)?;
    let wanted = stated(scene, light, unit, dial)? + Stops::of(best.now.change);
    let is_free =
        |other: &&Unit| other.bulb.is_none() && scene.setup.lights.iter().all(|l| l.unit.as_ref().is_none_or(|u| u.name != other.name));
    let able = scene.kit.iter().filter(is_free).filter_map(|other| {
        let set = wanted - stated(scene, light, other, Dial::FULL)?;
        let (above, below) = (-set.get(), (set - other.scale.stops(other.scale.lowest())).get());
        let nearest = other.scale.nearest(set);
        let reaches = above.min(below) >= MARGIN && !scene.levels.is_too_far(nearest.left_over);
        reaches.then(|| (above.min(below), OtherUnit { name: other.name.clone(), dial: other.scale.write(nearest.dial) }))
    });
    able.reduce(|most, one| if one.0 > most.0 { one } else { most }).map(|(_, other)| other)
}

/// What the sheets say that a unit gives in a light's place.
fn stated(scene: &Corrected, light: &Light, unit: &Unit, dial: Dial) -> Option<Stops> {
    let exchanged = Light { unit: Some(unit.clone()), dial: Some(dial), ..light.clone() };
    let model = scene.setup.model(&exchanged, &scene.setup.studio());
    model.whole.then(|| Stops::of(model.av_100))
}
