//! Arrangements to begin from, as they are said.

use ink_lamp_light::measure::{LengthUnit, Meters};

use crate::{
    starts::{By, DrawnIn, LightStart},
    words::place::told,
};

/// All lights of an arrangement, a line each.
pub(crate) fn all(lights: &[LightStart], length: LengthUnit) -> Vec<String> {
    lights.iter().map(|l| light(l, length)).collect()
}

/// Where one light goes, and what the room changed: `Key 1.50 m · 45° left · 30° up (not 1.50 m, 32° up: the walls)`.
fn light(light: &LightStart, length: LengthUnit) -> String {
    let note = light.drawn_in.map_or_else(String::new, |DrawnIn { by, usual, up }| {
        let usual = Meters::new(usual).map(|d| d.told(length)).unwrap_or_default();
        let by = match by {
            By::Walls => "the walls",
            By::Ceiling => "the ceiling",
        };
        format!(" (not {usual}, {up:.0}° up: {by})")
    });
    format!("{} {}{note}", light.name, told(light.at, length).all())
}
