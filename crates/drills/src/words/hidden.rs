//! What was hidden in a try.

use ink_lamp_light::scale::Series;
use ink_lamp_sitting::{checks::CheckPoint, role::Role};
use ink_lamp_stand_ins::fault::Fault;
use serde::Serialize;

use super::terms::{lowered, name_of, role_of, shown, size};
use crate::{drawn::Drawn, drill::Drill, want::Real};

/// Something that was hidden.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HiddenShown {
    /// The lane that it is about.
    pub lane: String,
    /// The light's role, where it is a light.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub role: Option<Role>,
    /// Of what.
    pub of: String,
    /// What is true of it.
    pub truth: String,
    /// What it did.
    pub did: String,
    /// What to do about it.
    pub answer: String,
}

pub(super) fn hidden(drill: &Drill, drawn: &Drawn) -> Vec<HiddenShown> {
    let setup = &drawn.setup;
    let row = |lane: &str, of: String, truth: String, did: &str, answer: &str| HiddenShown {
        lane: lane.to_owned(),
        role: role_of(lane, setup),
        of,
        truth,
        did: did.to_owned(),
        answer: answer.to_owned(),
    };
    let mut rows = Vec::new();
    let studio = drawn.studio(setup);
    let room = Real::of(&studio).map_or(-99.0, |real| real.room);
    if room > -6.0 {
        let (did, answer) =
            if setup.room.reading.is_some() { ("told before it began", "\u{2013}") } else { ("in every reading", "read it first") };
        rows.push(row("room", "Room".to_owned(), format!("gave {} at first", shown(room)), did, answer));
    }
    for fault in drawn.faults() {
        rows.push(match fault {
            Fault::MeterIso { iso } => {
                let by = drill.camera.iso.sv() - iso.sv();
                let did = if by < 0.0 { "every reading over, alike" } else { "every reading under, alike" };
                row(
                    "whole",
                    "Meter".to_owned(),
                    format!("stood on ISO {}, {} off", iso.marking(Series::Third), size(by)),
                    did,
                    "say its ISO, or set it",
                )
            }
            Fault::Silent { light, point } => {
                let (truth, answer) = match point {
                    CheckPoint::Channel => ("stood on another channel", "look at its display"),
                    CheckPoint::Ready => ("was not ready", "look at its lamp"),
                    _ => ("was not reached", "look at cord or aerial"),
                };
                row(light.as_str(), name_of(light.as_str(), setup), truth.to_owned(), "it did not fire", answer)
            }
        });
    }
    for light in &setup.lights {
        let Some((off, unit)) = drawn.off(&light.id).zip(light.unit.as_ref()) else { continue };
        let truth = if off.abs() < 0.05 {
            "as its sheets say".to_owned()
        } else {
            format!("{} {} than its sheets say", size(off), if off > 0.0 { "brighter" } else { "weaker" })
        };
        rows.push(row(
            light.id.as_str(),
            format!("{}, {}", unit.name, lowered(&light.name())),
            truth,
            "in every reading alike",
            "one reading",
        ));
    }
    rows
}
