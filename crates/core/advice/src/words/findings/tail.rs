//! A pulse whose end the shutter cuts off, as it is said.

use ink_lamp_light::scale::Series;
use ink_lamp_scene::scene::Scene;

use crate::findings::tail::{Edge, Tail};

pub(super) fn sentence(fact: &Tail, scene: &Scene) -> String {
    let light = &scene.setup.lights[fact.light];
    let (unit, at) = (light.unit.as_ref().map(|u| u.name.clone()).unwrap_or_default(), fact.at.marking(Series::Third));
    let edge = match fact.edge {
        Edge::Even => String::new(),
        Edge::Loses(worst) => format!(" At the edge where the second curtain starts it is {}.", worst.size()),
        Edge::Dark => " The edge where the second curtain starts gets none.".to_owned(),
    };
    let power = light.written().unwrap_or_default();
    format!(
        "{}: at {power} {unit}'s pulse outlasts {at}; {} of its light is lost over the frame.{edge} A longer time takes it all.",
        light.name(),
        fact.mean.size()
    )
}

pub(super) fn press(fact: &Tail) -> String {
    format!("Set {}", fact.longer.map(|t| t.marking(Series::Third)).unwrap_or_default())
}
