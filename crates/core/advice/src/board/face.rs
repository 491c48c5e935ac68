//! What lands on the face, now and after the next move.

use ink_lamp_light::{meter::Amount, ratio::Ratio, scale::Stops};
use ink_lamp_scene::levels::Levels;
use ink_lamp_sitting::{
    role::{LightId, Role},
    setup::Setup,
};
use serde::Serialize;

use crate::mark::Mark;

/// What lands on the face, now and after the next move.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Face {
    /// Key and fill together.
    pub lit: NowAfter,
    /// What the key does not reach.
    pub shadow: NowAfter,
    /// Lit : shadow, now: `2.2 : 1`.
    pub ratio_now: String,
    /// Lit : shadow after the move.
    pub ratio_after: Option<String>,
    /// The room is the fill: no fill light was read.
    pub room_is_fill: bool,
}

/// A level now, and after the next move where that changes it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NowAfter {
    /// Now.
    pub now: Mark,
    /// After the move.
    pub after: Option<Mark>,
}

pub(crate) fn face(setup: &Setup, levels: &Levels, after: Option<&(LightId, Stops)>) -> Option<Face> {
    let (lit, shadow, room_is_fill) = levels.sides(setup, None)?;
    let changed = after.and_then(|(id, level)| Some((setup.index_of(id)?, *level)));
    // A move of a light that does not reach the face changes nothing there.
    let changed = changed.filter(|(index, _)| matches!(setup.lights[*index].role, Role::Key | Role::Fill));
    let then = changed.and_then(|c| levels.sides(setup, Some(c)));
    let exposure = levels.exposure?;
    let side = |now: Amount, then: Option<Amount>| {
        Some(NowAfter { now: Mark::at(now.level()?, exposure), after: then.and_then(Amount::level).map(|l| Mark::at(l, exposure)) })
    };
    let ratio = |lit: Amount, shadow: Amount| Ratio::new(lit.get() / shadow.get()).map(Ratio::shown).ok();
    Some(Face {
        lit: side(lit, then.map(|t| t.0))?,
        shadow: side(shadow, then.map(|t| t.1))?,
        ratio_now: ratio(lit, shadow)?,
        ratio_after: then.and_then(|(lit, shadow, _)| ratio(lit, shadow)),
        room_is_fill,
    })
}
