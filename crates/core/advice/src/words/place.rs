//! Where a light stands, as it is said.

use ink_lamp_light::{
    field::DVec3,
    measure::{LengthUnit, Meters},
};
use ink_lamp_scene::stands_at::{StandsAt, stands_at};
use ink_lamp_sitting::{light::Light, setup::Setup, standing::Surface, studio::point::rise};

/// Where a light stands, in two halves: seen from above, and how high.
pub(crate) struct Place {
    /// `1.50 m · 45° left`; a ground light by its distance to the ground, a bounced one by what it is bounced off.
    pub(crate) level: String,
    /// `35° up`; none where the first half says it all.
    pub(crate) up: Option<String>,
}

impl Place {
    /// Both halves: `1.50 m · 45° left · 35° up`.
    pub(crate) fn all(self) -> String {
        match self.up {
            Some(up) => format!("{} · {up}", self.level),
            None => self.level,
        }
    }
}

/// Where a light stands; none before it is on the plan.
pub(crate) fn place(light: &Light, setup: &Setup) -> Option<Place> {
    Some(told(stands_at(light, setup)?, setup.length))
}

/// The same of a place that was worked out.
pub(crate) fn told(at: StandsAt, length: LengthUnit) -> Place {
    match at {
        StandsAt::ToGround { distance } => Place { level: format!("{} to the ground", distance.told(length)), up: None },
        StandsAt::Bounced { off: surface, distance, round: at } => {
            Place { level: format!("{}, {}", off(surface), distance.told(length)), up: Some(round(at)) }
        }
        StandsAt::Around { distance, round: at, up: rise } => {
            Place { level: format!("{} · {}", distance.told(length), round(at)), up: Some(up(rise)) }
        }
    }
}

/// `off the ceiling`.
pub(crate) fn off(surface: Surface) -> String {
    format!("off {}", surface.name())
}

/// For a screen reader: `Fill, 2.20 m, 25 degrees right, height 1.75 m`.
pub(crate) fn spoken(light: &Light, place: &str, height: Meters, length: LengthUnit) -> String {
    let place = place.replace(" · ", ", ").replace('°', " degrees");
    format!("{}, {place}, height {}", light.name(), height.told(length))
}

/// `1.85 · 30°`: height, and angle down to what it lights.
pub(crate) fn height(height: Meters, axis: DVec3, length: LengthUnit) -> String {
    format!("{} · {:.0}°", height.number(length), rise(axis).round().abs())
}

/// The same for a screen reader: `1.85, tilted 30 degrees`.
pub(crate) fn spoken_height(height: Meters, axis: DVec3, length: LengthUnit) -> String {
    format!("{}, tilted {:.0} degrees", height.number(length), rise(axis).round().abs())
}

/// `45° left`, seen from above, from the camera's direction.
fn round(degrees: f64) -> String {
    match degrees.round() {
        0.0 => "at the camera".to_owned(),
        r if r.abs() == 180.0 => "180° behind".to_owned(),
        r => format!("{:.0}° {}", r.abs(), if r < 0.0 { "left" } else { "right" }),
    }
}

/// `35° up`.
fn up(degrees: f64) -> String {
    let up = degrees.round();
    if up == 0.0 { "level".to_owned() } else { format!("{:.0}° {}", up.abs(), if up > 0.0 { "up" } else { "down" }) }
}
