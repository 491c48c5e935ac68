//! The ground, where it is not as wished.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::{ground::outcome, scene::Scene};
use ink_lamp_sitting::{role::Role, studio::GroundTone};
use serde::Serialize;

use super::Found;
use crate::ground_ways::{self, Way};

/// The ground is not as wished.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Ground {
    /// The tone that it takes.
    pub(crate) tone: Stops,
    /// Darkest and brightest over the picture.
    pub(crate) range: Option<[Stops; 2]>,
    /// What is wished.
    pub(crate) wish: GroundTone,
    /// What the ground's own light can do about it. The other ways take a search, and are told where they are asked for.
    #[serde(skip)]
    pub(crate) by_own_light: Option<Way>,
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let (setup, stage) = (scene.setup, &scene.stage);
    let (wish, now) = (setup.ground_tone?, outcome(stage)?);
    let tone = now.tone.filter(|_| !now.right)?;
    let lane = stage.first(Role::Ground).or_else(|| stage.first(Role::Key)).map_or("key", |l| setup.lights[l.index].id.as_str());
    let known = stage.lights.iter().any(|l| l.amount.is_some());
    let by_own_light = if known { ground_ways::by_own_light(stage, wish) } else { None };
    let single = by_own_light.as_ref().and_then(|w| match w.entries.as_slice() {
        [entry] => Some(entry.clone()),
        _ => None,
    });
    Some(Found::new(Ground { tone, range: now.range, wish, by_own_light }, lane).mend(single))
}
