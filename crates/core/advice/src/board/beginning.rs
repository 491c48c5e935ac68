//! A sitting before it is begun: what its board will say first, and whether the kit can do what is wished.

use std::time::Duration;

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::light::Light;
use serde::Serialize;

use super::Board;
use crate::{
    findings::FindingKind,
    next::has_whole,
    words::{beginning as words, span::Span},
};

/// What a sitting would begin with.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Beginning {
    /// Its board, with the first move.
    pub board: Board,
    /// Whether the kit can do it, in words.
    pub kit: String,
    /// What is not as it should be, in words.
    pub troubles: Vec<Vec<Span>>,
    /// Readings up to the first frame: the room, each light, all together.
    pub readings: usize,
    /// How long they are likely to take, in words: `4 min`.
    pub time: String,
    /// The unit that is nearest to full power as it is dialled: `Rim, 1.3 up`. None where no dial is known.
    pub tightest: Option<String>,
}

/// From one reading to the next, with the way to the sitter and back and a turn of the dial (common practice, no source).
const USUAL_PACE: Duration = Duration::from_secs(40);

impl Beginning {
    /// What a scene would begin with; `pace` is how long it usually takes from one reading to the next, where earlier tapes tell.
    #[must_use]
    pub fn of(scene: &Scene, pace: Option<Duration>) -> Self {
        let board = Board::of_scene(scene, &[]);
        let lights = &scene.setup.lights;
        let ends = board.findings.iter().any(|f| f.kind == FindingKind::PowerEnds);
        let told = lights.iter().filter(|l| is_told(l)).count();
        let readings = lights.len() + 1 + usize::from(has_whole(scene.setup));
        let troubles = board.findings.iter().filter(|f| f.spoils || f.kind == FindingKind::PowerEnds).map(|f| f.words.clone()).collect();
        let left = board.lanes.iter().filter_map(|lane| Some((lane, lane.energy.as_ref()?.up)));
        let tightest = left.min_by(|a, b| a.1.get().total_cmp(&b.1.get())).map(|(lane, up)| words::tightest(&lane.name, up));
        let time = words::time(readings, pace.unwrap_or(USUAL_PACE), pace.is_some());
        Self { kit: words::kit(ends, told, lights.len()), troubles, readings, time, tightest, board }
    }
}

/// Whether it is known what it could give: its rated energy and how far away it stands, or a reading that is likely still true.
fn is_told(light: &Light) -> bool {
    light.reading.is_some() || (light.distance.is_some() && light.unit.as_ref().is_some_and(|u| u.rated.is_some()))
}
