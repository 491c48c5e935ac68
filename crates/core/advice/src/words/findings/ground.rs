//! The ground, where it is not as wished, as it is said.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::studio::GroundTone;

use crate::{
    findings::ground::Ground,
    words::{
        ground_ways,
        plan::ground as words,
        span::{Line, text},
    },
};

pub(super) fn sentence(fact: &Ground, scene: &Scene) -> Line {
    let unknown = || words::UNKNOWN.trim_end_matches('.').to_owned();
    let ground = words::ground(&scene.stage, Some(fact.tone), fact.range).unwrap_or_else(unknown);
    let wish = match fact.wish {
        GroundTone::Black => "black is wished: below −5 all over".to_owned(),
        GroundTone::White => "white is wished".to_owned(),
        GroundTone::Grey { level } => format!("{level} is wished"),
    };
    let mend = match &fact.by_own_light {
        None => "The ways to it are told in Plan, Ground.".to_owned(),
        Some(way) => ground_ways::sentence(way, scene.setup),
    };
    vec![text(format!("{ground}; {wish}. {mend}"))]
}

pub(super) fn press(_: &Ground) -> String {
    "Do it".to_owned()
}
