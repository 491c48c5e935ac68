//! A light’s reading: no brighter than the room, or taken at another ISO, as it is said.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::role::LightId;

use crate::{
    findings::reading::Reading,
    words::{
        span::{Line, text},
        terms,
    },
};

pub(super) fn sentence(fact: &Reading, scene: &Scene) -> Line {
    let name = |light: &LightId| terms::light(scene.setup, light);
    match fact {
        Reading::NoFlash { light } => {
            vec![text(format!("{} reads no more than the room alone. Did it fire?", name(light)))]
        }
        Reading::OtherIso { light, read, at } => {
            vec![text(format!("{} was read at ISO {} and carried over to ISO {}.", name(light), read.said(), at.said()))]
        }
    }
}
