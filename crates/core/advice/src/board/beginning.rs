//! A sitting before it is begun: what its board will say first, and whether the kit can do what is wished.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::light::Light;
use serde::Serialize;

use super::{Board, summary::Summary};
use crate::{
    findings::FindingKind,
    words::{beginning as words, span::Span},
};

/// What a sitting would begin with.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Beginning {
    /// At a glance, with the first move.
    pub summary: Summary,
    /// Why that is the first move.
    pub why: Vec<Vec<Span>>,
    /// Whether the kit can do it, in words.
    pub kit: String,
    /// What is not as it should be, in words.
    pub troubles: Vec<Vec<Span>>,
    /// Readings up to the first frame: the room, each light, all together.
    pub readings: usize,
}

impl Beginning {
    /// What a scene would begin with.
    #[must_use]
    pub fn of(scene: &Scene) -> Self {
        let board = Board::of_scene(scene);
        let lights = &scene.setup.lights;
        let ends = board.findings.iter().any(|f| f.kind == FindingKind::PowerEnds);
        let told = lights.iter().filter(|l| is_told(l)).count();
        let readings = lights.len() + 1 + usize::from(lights.len() > 1);
        let troubles = board.findings.iter().filter(|f| f.spoils || f.kind == FindingKind::PowerEnds).map(|f| f.words.clone()).collect();
        Self { summary: Summary::of(&board), why: board.next.why.clone(), kit: words::kit(ends, told, lights.len()), troubles, readings }
    }
}

/// Whether it is known what it could give: its rated energy and how far away it stands, or a reading that is likely still true.
fn is_told(light: &Light) -> bool {
    light.reading.is_some() || (light.distance.is_some() && light.unit.as_ref().is_some_and(|u| u.rated.is_some()))
}
