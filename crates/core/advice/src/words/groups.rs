//! What to tell the transmitter, as it is said.

use ink_lamp_light::{
    ratio::{Convention, Ratio},
    scale::Stops,
};
use ink_lamp_sitting::kit::{Group, GroupControl};

/// A ratio between groups in stops: 4 : 1 is 2, 8 : 1 is 3. Groups are held against each other by their readings.
pub(crate) fn in_stops(ratio: f64) -> Option<Stops> {
    Ratio::new(ratio).ok()?.key_over_fill(Convention::Readings).ok()
}

/// As transmitters write it: the greater group first, so `1 : 2` and not `0.5 : 1`.
pub(crate) fn ratio(ratio: f64) -> String {
    let number = |ratio: f64| Ratio::new(ratio).map(Ratio::number).unwrap_or_default();
    if ratio < 1.0 { format!("1 : {}", number(1.0 / ratio)) } else { format!("{} : 1", number(ratio)) }
}

/// What to do: `Set A : B to 2 : 1. That is 1 stop.` `wanted` are the two groups and the ratio between them.
pub(crate) fn groups(control: GroupControl, wanted: Option<(Group, Group, f64)>, any: bool) -> String {
    match (control, wanted) {
        (GroupControl::Ratio, Some((a, b, between))) => {
            let stops = in_stops(between).unwrap_or(Stops::ZERO);
            format!("Set {a} : {b} to {}. That is {}, by readings.", ratio(between), stops.size())
        }
        (GroupControl::Ratio, None) => "It holds a ratio between groups. Put key and fill in groups, and choose their ratio.".to_owned(),
        (GroupControl::Power, _) if !any => "It sends a power for each group. Say which light is in which.".to_owned(),
        (GroupControl::Power, _) => "It sends each group its power.".to_owned(),
        (GroupControl::Nothing, _) => "It only fires: powers are set on the units.".to_owned(),
    }
}
