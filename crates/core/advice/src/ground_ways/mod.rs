//! What gives the ground the tone that is wished.

mod farther;
mod held_off;
mod own_light;
mod paper;
mod to_black;
mod way;

use ink_lamp_scene::stage::Stage;
use ink_lamp_sitting::studio::GroundTone;

pub(crate) use way::{GroundStep, LeadsTo, Way};

use farther::farther;
use held_off::{flagged, gridded};
use own_light::{by_ground_light, without_own_light};
use paper::repainted;
use to_black::to_black;

/// Every way to a wish, what does the job first. How far is far enough is searched for: twelve scenes.
pub(crate) fn ways(stage: &Stage, wish: GroundTone) -> Vec<Way> {
    let mut ways: Vec<Way> = Vec::new();
    match wish {
        GroundTone::Black => ways.extend(to_black(stage, wish)),
        GroundTone::Grey { .. } | GroundTone::White => {
            ways.extend(by_ground_light(stage, wish));
            ways.extend(farther(stage, wish));
            ways.extend(repainted(stage, wish));
            if ways.iter().all(|w| !w.works) {
                ways.extend(gridded(stage));
                ways.extend(flagged(stage));
            }
        }
    }
    ways.sort_by_key(|w| !w.works);
    ways
}

/// The one that needs no search: the ground's own light, away or turned. None where that does not do the job.
pub(crate) fn by_own_light(stage: &Stage, wish: GroundTone) -> Option<Way> {
    let way = match wish {
        GroundTone::Black => without_own_light(stage),
        GroundTone::Grey { .. } | GroundTone::White => by_ground_light(stage, wish),
    };
    way.filter(|w| w.works)
}
