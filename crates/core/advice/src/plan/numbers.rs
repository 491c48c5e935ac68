//! What is compared while a light is dragged: the few numbers that it is placed by.

use ink_lamp_light::{meter::Amount, ratio::Ratio, scale::Stops};
use ink_lamp_scene::{face::OnFace, held::Held, levels::Levels, scene::Scene, stage::Placed};
use ink_lamp_sitting::{role::Role, setup::Setup};
use serde::Serialize;

use super::GroundShown;
use crate::words::plan::{held as held_words, numbers as words};

/// A number that a light is placed by.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PlanNumber {
    /// `Lit side`.
    pub name: String,
    /// `−0.5`, `2.2 : 1`, `26 mm`.
    pub shown: String,
}

/// Those that are known of a scene, with one light chosen.
pub(super) fn numbers(scene: &Scene, chosen: Option<&Placed>, face: &[OnFace], ground: Option<&GroundShown>) -> Vec<PlanNumber> {
    let Scene { setup, levels, .. } = scene;
    let mut numbers = Vec::new();
    let mut add = |name: &str, shown: Option<String>| numbers.extend(shown.map(|shown| PlanNumber { name: name.to_owned(), shown }));
    let level = |level: Option<Stops>| level.map(Stops::shown);
    if let Some(light) = chosen.filter(|_| levels.exposure.is_some()) {
        add(&setup.lights[light.index].name(), level(levels.likely(light.index)));
    }
    if let Some((lit, shadow)) = sides(setup, levels) {
        add(words::LIT, level(lit.level()));
        add(words::SHADOW, level(shadow.level()));
        add(words::LIT_TO_SHADOW, Ratio::new(lit.get() / shadow.get()).ok().map(Ratio::shown));
    }
    // The nose's shadow is the key's, unless another light of the face was chosen.
    let on = face
        .iter()
        .find(|f| chosen.is_some_and(|c| c.index == f.index))
        .or_else(|| face.iter().find(|f| setup.lights[f.index].role == Role::Key));
    add(words::NOSE_EDGE, on.map(|on| words::millimetres(on.penumbra)));
    add(words::GROUND, level(ground.and_then(|g| g.tone)));
    numbers
}

fn sides(setup: &Setup, levels: &Levels) -> Option<(Amount, Amount)> {
    levels.exposure?;
    levels.likely_sides(setup).filter(|(_, shadow)| shadow.get() > 0.0)
}

/// What a light that is dragged gives more or less where it works, and the setting that holds it: `Key 1.20 to 1.58 m: 0.8 less at the face. To
/// hold it: 1/4.` None where nothing is known of it, or nothing changes.
#[must_use]
pub fn held(before: &Scene, after: &Scene, light: &str) -> Option<String> {
    let light = after.setup.lights.iter().position(|l| l.id.as_str() == light)?;
    Held::between(before, after, light).map(|held| held_words::held(&held, after.setup))
}
