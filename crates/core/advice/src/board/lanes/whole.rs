//! The lane of all lights together.

use ink_lamp_scene::{scene::Scene, stand::Stand};

use super::lane::{Foot, Lane, LaneKind, bare, gap, state};
use crate::{board::face::Face, mark::Mark, words::lanes as words};

pub(super) fn whole(scene: &Scene, face: Option<&Face>) -> Lane {
    let (step, stand) = (scene.setup.schools.step, Stand::of_whole(scene));
    let plain = match stand {
        Stand::OffParts { parts, .. } => words::parts(parts),
        _ => words::METER_ALL.to_owned(),
    };
    Lane {
        face: face.cloned(),
        foot: Foot { plain, ..Foot::default() },
        reading: scene.levels.whole.zip(scene.levels.exposure).map(|(level, e)| Mark::at(level, e)),
        state: state(&stand),
        words: words::stand(&stand, step),
        gap: gap(&stand, step),
        ..bare("whole", LaneKind::Whole, "Whole")
    }
}
