//! A light’s reading: no brighter than the room, or taken at another ISO, as it is said.

use ink_lamp_light::scale::Series;
use ink_lamp_scene::scene::Scene;

use crate::findings::reading::Reading;

pub(super) fn sentence(fact: &Reading, scene: &Scene) -> String {
    let name = |light: usize| scene.setup.lights[light].name();
    match fact {
        Reading::NoFlash { light } => format!("{} reads no more than the room alone. Did it fire?", name(*light)),
        Reading::OtherIso { light, read, at } => format!(
            "{} was read at ISO {} and carried over to ISO {}.",
            name(*light),
            read.marking(Series::Third),
            at.marking(Series::Third)
        ),
    }
}
