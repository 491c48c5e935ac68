//! Arrangements to begin from, as they are said.

use ink_lamp_light::measure::Meters;
use ink_lamp_sitting::{light::Light, setup::Setup};

use crate::{
    plan::starts::{By, DrawnIn},
    words::place::place,
};

/// Where one light goes, and what the room changed: `Key 1.50 m · 45° left · 30° up (not 1.50 m, 32° up: the walls)`.
pub(crate) fn light(light: &Light, setup: &Setup, drawn_in: Option<DrawnIn>) -> Option<String> {
    let place = place(light, setup)?.all();
    let note = drawn_in.map_or_else(String::new, |DrawnIn { by, usual, up }| {
        let usual = Meters::new(usual).map(|d| d.told(setup.length)).unwrap_or_default();
        let by = match by {
            By::Walls => "the walls",
            By::Ceiling => "the ceiling",
        };
        format!(" (not {usual}, {up:.0}° up: {by})")
    });
    Some(format!("{} {place}{note}", light.name()))
}

/// All lights of an arrangement.
pub(crate) fn all(lights: &[String]) -> String {
    lights.join("; ")
}
