//! What high-speed sync took of a light in a frame, against what is counted on.

use ink_lamp_light::{measure::Loss, scale::Stops};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{entry::Entry, firing::Firing, shots::Lit};

use super::{Judged, ShotSeen, exposed};

/// Less is not told, stops.
const TOLD: f64 = 0.1;

/// A card in a frame of one light that pulses through, where a meter read that light: what is missing beyond what is counted, the curtains' share and what
/// an earlier frame taught, high-speed sync took. None where it is as counted within what the card is sure to.
pub(super) fn lost(scene: &Scene, seen: &ShotSeen) -> Option<Judged> {
    let setup = scene.setup;
    let Some(Lit::Alone(id)) = &seen.shot.lit else { return None };
    let light = setup.index_of(id)?;
    let (of, camera) = (&setup.lights[light], setup.camera.as_ref()?);
    // What is counted on holds for the camera as it is set: the frame must be from there.
    if exposed(setup, seen.shot)? != camera.exposure || !setup.pulses(of) || seen.shot.changed.contains(id) {
        return None;
    }
    let metered = of.reading.as_ref().is_some_and(|held| held.how.frame.is_none() && held.is_measured());
    let card = seen.patches.iter().find(|p| p.card).filter(|_| metered)?;
    let by = seen.shot.power_of(id).zip(of.power()).map_or(Stops::ZERO, |(then, now)| then - now);
    let counted = (scene.levels.lights[light].flash.and(scene.levels.room)).level()? + by;
    let more = counted.get() - card.tone?;
    if more.abs() < TOLD.max(card.sure) {
        return None;
    }
    let extra = Loss::new((setup.firing.extra.stops().get() + more).max(0.0)).ok()?;
    let mend = Entry::Firing(Firing { extra, ..setup.firing.clone() });
    Some(Judged::FastLoss { light, more, extra: extra.stops().get(), mend })
}
