//! How far the sitter may go, as it is said.

use ink_lamp_light::measure::LengthUnit;
use ink_lamp_scene::range::Range;

/// All four ways.
pub(crate) fn range(range: Range, length: LengthUnit) -> String {
    let told = |d: Option<f64>| match (d, length) {
        (None, _) => "over 1.5 m".to_owned(),
        (Some(d), LengthUnit::Metres) => format!("{:.0} cm", d * 100.0),
        (Some(d), LengthUnit::Feet) => format!("{:.0} in", d / 0.0254),
    };
    format!(
        "Within a third of a stop the sitter may go {} left, {} right, {} toward the camera, {} back.",
        told(range.left),
        told(range.right),
        told(range.forward),
        told(range.back)
    )
}
