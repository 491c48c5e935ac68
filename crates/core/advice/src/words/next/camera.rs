//! A camera that follows the lights, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    next::camera::{Anchored, Follow},
    words::{
        span::{Line, Span, strong, text},
        terms::{self, shows},
    },
};

pub(super) fn say(to: &Follow) -> Line {
    let iso = to.iso.map_or_else(String::new, |iso| format!(", ISO {}", iso.written()));
    vec![text("Camera follows the lights: set "), strong(format!("ƒ{}{iso}", to.aperture.said()))]
}

pub(super) fn why(to: &Follow, scene: &Scene) -> Vec<Line> {
    let what = match to.what {
        Anchored::Both => "Key and fill together",
        Anchored::Key => "The key",
    };
    let side = terms::side(to.level);
    let mut line = vec![text(format!("{what} read "))];
    line.extend(shows(to.level, scene).map(Span::F));
    line.push(text(format!(", {} {side} the camera. Every level moves with it.", scene.setup.schools.step.size(to.level))));
    vec![line]
}
