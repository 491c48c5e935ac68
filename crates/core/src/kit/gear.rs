//! A piece of equipment, of whatever kind.

use ink_lamp_light::{
    shape::{Filter, Gel},
    strobe::{Supply, Unit},
};
use serde::{Deserialize, Serialize};

use super::{camera::CameraBody, lens::Lens, meter::MeterBody, modifier::Modifier, panel::Panel, transmitter::Transmitter};

/// A piece of equipment.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Gear {
    /// A flash unit.
    Strobe(Box<Unit>),
    /// Something before a lamp.
    Modifier(Modifier),
    /// A reflector or a flag.
    Panel(Panel),
    /// A colour filter.
    Gel(Gel),
    /// A neutral-density filter.
    Filter(Filter),
    /// A camera.
    Camera(Box<CameraBody>),
    /// A lens.
    Lens(Lens),
    /// A meter.
    Meter(MeterBody),
    /// A transmitter.
    Transmitter(Transmitter),
}

impl Gear {
    /// Its kind as it is stored: `strobe`.
    #[must_use]
    pub const fn kind(&self) -> &'static str {
        match self {
            Self::Strobe(_) => "strobe",
            Self::Modifier(_) => "modifier",
            Self::Panel(_) => "panel",
            Self::Gel(_) => "gel",
            Self::Filter(_) => "filter",
            Self::Camera(_) => "camera",
            Self::Lens(_) => "lens",
            Self::Meter(_) => "meter",
            Self::Transmitter(_) => "transmitter",
        }
    }

    /// What it is called.
    #[must_use]
    pub fn name(&self) -> &str {
        match self {
            Self::Strobe(g) => &g.name,
            Self::Modifier(g) => &g.name,
            Self::Panel(g) => &g.name,
            Self::Gel(g) => &g.name,
            Self::Filter(g) => &g.name,
            Self::Camera(g) => &g.name,
            Self::Lens(g) => &g.name,
            Self::Meter(g) => &g.name,
            Self::Transmitter(g) => &g.name,
        }
    }
}

/// What is worth a second look in how it is described, and the usual cautions that go with it.
#[must_use]
pub fn notes(gear: &Gear) -> Vec<Note> {
    let mut notes = Vec::new();
    let mut say = |caution: bool, words: &str| notes.push(Note { caution, words: words.to_owned() });
    match gear {
        Gear::Strobe(unit) => {
            if let Some(off) = unit.guide_against_energy().filter(|o| o.abs().get() > 2.0) {
                let slip =
                    if off.get() > 0.0 { "Was the guide number printed in feet?" } else { "Was the guide number printed in metres?" };
                say(false, &format!("Guide number and rated energy lie {} apart. {slip}", off.size()));
            }
            if unit.rated.is_none() && unit.guide.is_none() {
                say(false, "Say its rated energy or its guide number, and its light is foretold before it is read.");
            }
            say(
                true,
                "Never open a unit: its capacitors hold a lethal charge long after it is unplugged. A qualified technician repairs it.",
            );
            if unit.lamp.is_some() {
                say(
                    true,
                    "Keep to the maker's limit for modelling lamps in cloth boxes and before gels; let it cool, switch it off when away.",
                );
            }
            match unit.supply {
                Some(Supply::Battery { .. }) => {
                    say(true, "Charge batteries off the unit and attended, as the maker says. Use no damaged packs.");
                }
                Some(Supply::Mains { .. }) => {
                    say(true, "Unplug before changing tube or fuse; only the type of fuse that is marked on the unit.")
                }
                None => {}
            }
        }
        Gear::Gel(_) => say(true, "A gel chars on a hot lamp: switch the modelling lamp off or keep the maker's distance."),
        _ => {}
    }
    notes
}

/// Something worth knowing of a piece of the kit.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Note {
    /// A caution for people's safety. Local codes and licensed practice decide.
    pub caution: bool,
    /// Said in words.
    pub words: String,
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn feet_taken_for_metres_are_told() {
        let unit = |number: &str, length: &str| -> Gear {
            serde_json::from_str(&format!(
                r#"{{"strobe": {{"name": "Wick 76", "rated": 76, "guide": {{"number": {number}, "length": "{length}", "iso": "100"}},
                    "scale": {{"fractions": {{"lowest": 128, "step": "thirds"}}}}}}}}"#
            ))
            .unwrap()
        };
        let told = |gear: &Gear| notes(gear).iter().any(|n| n.words.contains("in feet"));
        assert!(told(&unit("118", "metres")));
        assert!(!told(&unit("118", "feet")) && !told(&unit("36", "metres")));
        assert!(notes(&unit("36", "metres")).iter().any(|n| n.caution && n.words.contains("lethal")));
    }
}
