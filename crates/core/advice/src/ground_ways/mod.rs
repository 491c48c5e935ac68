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
use own_light::by_ground_light;
use paper::repainted;
use to_black::to_black;

/// The ways to a wish, what does the job first; where not `all` is asked for only the first that is looked for: the distance, or the ground light.
pub(crate) fn ways(stage: &Stage, wish: GroundTone, all: bool) -> Vec<Way> {
    let mut ways: Vec<Way> = Vec::new();
    match wish {
        GroundTone::Black => ways.extend(to_black(stage, wish, all)),
        GroundTone::Grey { .. } | GroundTone::White => {
            ways.extend(by_ground_light(stage, wish));
            ways.extend(farther(stage, wish));
            if all {
                ways.extend(repainted(stage, wish));
                if ways.iter().all(|w| !w.works) {
                    ways.extend(gridded(stage));
                    ways.extend(flagged(stage));
                }
            }
        }
    }
    // What does the job first.
    ways.sort_by_key(|w| !w.works);
    ways
}
