//! Lights from behind, as they are said.

use ink_lamp_light::measure::{LengthUnit, Meters};
use ink_lamp_scene::rims::Rim;

/// What a light from behind does.
pub(crate) fn rim(rim: &Rim, length: LengthUnit) -> String {
    let away = Meters::new(rim.away).map_or_else(|_| format!("{:.2} m", rim.away), |d| d.told(length));
    let mut words = vec![if rim.wraps && rim.edge >= 0.0 {
        format!("{away} behind: an edge of about {:.0}° wraps into the picture.", rim.edge)
    } else if rim.wraps {
        format!("{away} behind: it wraps as a thin edge, through hair and cloth.")
    } else {
        format!("{away} behind: it lights only the back and does not wrap. Move it farther behind, 3.5 to 4.5 m, or out to the side.")
    }];
    if rim.hidden {
        words.push("The sitter hides it from the lens.".to_owned());
    }
    if rim.seen.front {
        words.push("It stands in the picture.".to_owned());
    } else if rim.seen.stand {
        words.push("Its stand is in the picture.".to_owned());
    }
    if rim.flare {
        words.push("It shines into the lens: turn it away, or put a dark panel between.".to_owned());
    }
    words.join(" ")
}
