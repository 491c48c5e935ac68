//! What moving a light costs, as it is said.

use ink_lamp_scene::held::Held;
use ink_lamp_sitting::{role::Role, setup::Setup};

use crate::words::terms;

/// `Key 1.20 to 1.58 m: 0.8 less at the face. To hold it: 1/4.`
pub(crate) fn held(of: &Held, setup: &Setup) -> String {
    let light = &setup.lights[of.light];
    let moved = match of.from_to {
        Some((from, to)) => format!("{} to {}", from.number(setup.length), to.told(setup.length)),
        None => "as far".to_owned(),
    };
    let place = match light.role {
        Role::Ground => "on the ground",
        Role::Rim | Role::Hair => "on the edge",
        _ => "at the face",
    };
    let name = light.name();
    if of.change.tenths() == 0 {
        return format!("{name} {moved}: as much {place}.");
    }
    let more = if of.change.get() > 0.0 { "more" } else { "less" };
    let changed = format!("{name} {moved}: {} {more} {place}.", of.change.number());
    let Some((hold, unit)) = of.hold.as_ref().zip(light.unit.as_ref()) else { return changed };
    let setting = unit.scale.write(hold.dial);
    // What its steps or its ends leave.
    let left = match hold.left_over {
        left if left.tenths() == 0 => String::new(),
        left => format!(", still {} {}", left.number(), terms::side(left)),
    };
    format!("{changed} To hold it: {setting}{left}.")
}
