//! How far the sitter may go before a light changes by a third of a stop.

use ink_lamp_light::field::DVec3;
use ink_lamp_sitting::role::Role;

use crate::stage::{Placed, Stage};

/// The sitter's range is told within this, stops.
const THIRD: f64 = 1.0 / 3.0;

/// How far the sitter may go, metres; none over 1.5 m.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Range {
    /// To the camera's left.
    pub left: Option<f64>,
    /// To its right.
    pub right: Option<f64>,
    /// Away from it.
    pub back: Option<f64>,
    /// Toward it.
    pub forward: Option<f64>,
}

/// How far the sitter may go from where a light was metered, to the centimetre; none for a ground light, and where none of it falls.
#[must_use]
pub fn range(stage: &Stage, light: &Placed) -> Option<Range> {
    if light.role == Role::Ground {
        return None;
    }
    let here = stage.drawn(light, stage.face);
    if here <= 0.0 {
        return None;
    }
    let within = |to: DVec3| {
        let there = stage.drawn(light, stage.face + to);
        there > 0.0 && (there / here).log2().abs() <= THIRD
    };
    // By tens of centimetres, then by single ones.
    let far = |way: DVec3| {
        let out = |cm: &u32| !within(way * (f64::from(*cm) / 100.0));
        let tens = (10..=150).step_by(10).find(out)?;
        (tens - 9..=tens).find(out).map(|cm| f64::from(cm - 1) / 100.0)
    };
    let [left, right, back, forward] = [DVec3::NEG_X, DVec3::X, DVec3::NEG_Z, DVec3::Z].map(far);
    Some(Range { left, right, back, forward })
}
