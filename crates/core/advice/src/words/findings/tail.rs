//! A pulse whose end the shutter cuts off, as it is said.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::light::Light;

use crate::{
    findings::tail::{Edge, Tail},
    words::{
        span::{Line, strong, text},
        terms,
    },
};

pub(super) fn sentence(fact: &Tail, scene: &Scene) -> Line {
    let (name, unit) = (terms::light(scene.setup, &fact.light), terms::unit(scene.setup, &fact.light));
    let at = fact.at.said();
    let edge = match fact.edge {
        Edge::Even => String::new(),
        Edge::Loses(worst) => format!(" At the edge where the second curtain starts it is {}.", worst.size()),
        Edge::Dark => " The edge where the second curtain starts gets none.".to_owned(),
    };
    let power = scene.setup.light(&fact.light).and_then(Light::written).unwrap_or_default();
    vec![
        text(format!("{name}: at {power} {unit}'s pulse outlasts {at}; ")),
        strong(fact.mean.size()),
        text(format!(" of its light is lost over the frame.{edge} A longer time takes it all.")),
    ]
}

pub(super) fn press(fact: &Tail) -> String {
    format!("Set {}", fact.longer.map(|t| t.said()).unwrap_or_default())
}
