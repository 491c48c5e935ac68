//! Face and eyes, as they are said.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::{
    eyes::{Eye, InEye, Missing},
    face::{FaceSide, OnFace},
};

use crate::words::span::capitalised;

/// `Loop, 4° from Rembrandt`; short or broad where the face is turned.
pub(crate) fn pattern(on: &OnFace) -> String {
    let mut words = capitalised(on.pattern.name());
    match on.side {
        Some(FaceSide::Short) => words.push_str(", short"),
        Some(FaceSide::Broad) => words.push_str(", broad"),
        None => {}
    }
    if let Some((next, by)) = on.near {
        words.push_str(&format!(", {:.0}° from {}", by.max(1.0), next.name()));
    }
    words
}

/// `soft: the nose's shadow has an edge of 24 mm`.
pub(crate) fn softness(penumbra: f64) -> String {
    let degree = match penumbra {
        p if p < 4.0 => "hard",
        p if p < 10.0 => "firm",
        _ => "soft",
    };
    format!("{degree}: the nose's shadow has an edge of {penumbra:.0} mm")
}

/// `0.2 stop over the face`.
pub(crate) fn falloff(by: Option<Stops>, over: &str) -> String {
    by.map_or_else(|| format!("out of its beam {over}"), |by| format!("{} {over}", by.size()))
}

/// `left in the picture`.
pub(crate) const fn which(eye: &Eye) -> &'static str {
    if eye.left { "left in the picture" } else { "right in the picture" }
}

/// `10 o’clock, 3.1 mm`, or why it is missing.
pub(crate) fn catch_light(light: &InEye) -> String {
    let missing = match light.missing {
        None => return format!("{:.0} o’clock, {:.1} mm", light.clock, light.width),
        Some(Missing::Brow) => "missing: under the brow",
        Some(Missing::Nose) => "missing: behind the nose",
        Some(Missing::Away) => "missing: it looks elsewhere",
        Some(Missing::Beside) => "missing: beside the iris",
    };
    missing.to_owned()
}
