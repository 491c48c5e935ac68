//! The catch of a way, as it is said.

use ink_lamp_light::scale::Stops;
use ink_lamp_sitting::{camera::Camera, entry::CameraSet, setup::Setup};

use super::focus;
use crate::{
    search::{Changes, NoHighSpeed},
    words::{span::capitalised, terms},
};

/// What this kit can't do.
pub(crate) const NOT_WITH_THIS_KIT: &str = "Not with this kit.";
/// Lights that can be brought no nearer.
pub(crate) const NO_NEARER: &str = "Nearer than half a metre no light is brought";
/// What lights brought nearer cost.
pub(crate) const SOFTER: &str = "Softer light that falls off faster; stands to move";
/// Lamps off, and not read so yet.
pub(crate) const READ_AGAIN: &str = "Free. Read the room again after; it is harder to focus";
/// Lamps off, as it was read before.
pub(crate) const READ_BEFORE: &str = "Free. It was read so before; it is harder to focus";
/// The same, where that falls short.
pub(crate) const SHORT_BEFORE: &str = "It was read so before";

/// By how much a way falls short.
pub(crate) fn short(gap: Stops) -> String {
    format!("{} short.", gap.number())
}

/// Lights that are brought nearer, and lights that are moved back.
pub(crate) fn lights_moved(nearer: &[String], back: &[String]) -> String {
    let told = |verb: &str, lights: &[String]| (!lights.is_empty()).then(|| format!("{verb}: {}", lights.join(", ")));
    [told("Bring nearer", nearer), told("Move back", back)].into_iter().flatten().collect::<Vec<_>>().join(". ")
}

/// Why high-speed sync is not to be had.
pub(crate) fn no_high_speed(why: &NoHighSpeed) -> String {
    match why {
        NoHighSpeed::Body(name) => format!("{name} has no high-speed sync"),
        NoHighSpeed::Unit { unit, light } => format!("{unit} on the {} has no high-speed sync", light.to_lowercase()),
    }
}

/// What ends a way that falls short.
pub(crate) fn end_of(setup: &Setup, camera: &Camera, changes: Changes, set: &CameraSet) -> String {
    let now = camera.exposure;
    if changes.has(Changes::SHUTTER) {
        return if set.shutter.tv() > now.shutter.tv() {
            match camera.sync {
                Some(sync) if camera.is_leaf() => format!("The shutter ends at {}", sync.said()),
                Some(sync) => format!("Sync ends at {}", sync.said()),
                None => "Say the sync time".to_owned(),
            }
        } else {
            format!("{} no longer than {}", capitalised(terms::steadiness(setup.holds.steadiness)), set.shutter.said())
        };
    }
    if changes.has(Changes::HIGH_SPEED) {
        return format!("The shutter ends at {}", set.shutter.said());
    }
    if changes.has(Changes::ISO) {
        return format!("ISO ends at {}", set.iso.said());
    }
    if changes.has(Changes::APERTURE) {
        return format!("The aperture ends at ƒ{}", set.aperture.said());
    }
    if changes.has(Changes::FILTER) {
        return "No darker filter at hand".to_owned();
    }
    "Not enough".to_owned()
}

/// What is given up most.
pub(crate) fn given_up(setup: &Setup, camera: &Camera, changes: Changes, set: &CameraSet, after: &Setup, room_known: bool) -> String {
    let now = camera.exposure;
    let base = camera.body.as_ref().map_or(0.0, |b| b.base_iso.stops_over_100());
    let by = |from: f64, to: f64| Stops::of(to - from);
    let mut words = Vec::new();
    if changes.has(Changes::HIGH_SPEED) {
        words.push("Colour less steady, no meter reads it".to_owned());
    }
    if changes.has(Changes::FILTER) {
        let loss = after.camera.as_ref().map_or(Stops::ZERO, |c| c.exposure.filter);
        words.push(if loss.is_zero() { "Filter off".to_owned() } else { format!("Finder {} darker", loss.size()) });
    }
    if changes.has(Changes::APERTURE) {
        let deeper = set.aperture.av() > now.aperture.av();
        words.push(match (focus(setup), focus(after)) {
            (Some(from), Some(to)) => format!("In focus {from}, then {to}"),
            _ if deeper => "Deeper focus, brings the ground in".to_owned(),
            _ => "Shallower focus".to_owned(),
        });
    }
    if changes.has(Changes::SHUTTER) && set.shutter.tv() < now.shutter.tv() {
        words.push("Sitter must hold still".to_owned());
    }
    if changes.has(Changes::ISO) {
        let to = set.iso.stops_over_100();
        if to > base + 0.3 && to > now.iso.stops_over_100() {
            words.push(format!("Grain {} over base", by(base, to).size()));
        } else if to < base - 0.3 {
            words.push("Below base ISO, highlights clip sooner".to_owned());
        }
    }
    match words.len() {
        0 if room_known => "Nothing lost you need".to_owned(),
        0 => String::new(),
        1 => words.remove(0),
        _ => capitalised(&words.iter().map(|w| w.to_lowercase()).collect::<Vec<_>>().join("; ")),
    }
}
