//! A filter before the lens that no light was turned up for.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::scene::Scene;
use serde::Serialize;

use super::Found;

/// A filter that every measured light with a wish falls short by: none was turned up for it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Filter {
    /// What it takes.
    pub(crate) takes: Stops,
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let takes = scene.setup.camera.as_ref()?.exposure.filter;
    let gaps: Vec<Stops> = (0..scene.setup.lights.len()).filter_map(|i| scene.levels.gap(i)).collect();
    let all_short = !gaps.is_empty() && gaps.iter().all(|gap| (*gap + takes).abs().tenths() <= 3);
    (takes.tenths() >= 5 && all_short).then(|| Found::new(Filter { takes }, "camera"))
}
