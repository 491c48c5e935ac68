//! What is worth a second look in a piece of the kit, and the cautions that go with it.

use ink_lamp_light::strobe::Supply;
use ink_lamp_sitting::kit::Gear;
use serde::Serialize;

/// Something worth knowing of a piece of the kit.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Note {
    /// A caution for people's safety. Local codes and licensed practice decide.
    pub caution: bool,
    /// It goes with putting the piece on a light.
    pub put_on: bool,
    /// Said in words.
    pub words: String,
}

impl Note {
    fn worth_knowing(words: impl Into<String>) -> Self {
        Self { caution: false, put_on: false, words: words.into() }
    }

    fn caution(words: &str) -> Self {
        Self { caution: true, ..Self::worth_knowing(words) }
    }

    fn putting_on(words: &str) -> Self {
        Self { put_on: true, ..Self::caution(words) }
    }
}

/// The caution that goes with every gel.
pub(crate) const HOT_GEL: &str = "A gel chars on a hot lamp: switch the modelling lamp off or keep the maker's distance.";

/// What is worth a second look in how it is described, and the usual cautions that go with it.
#[must_use]
pub fn notes(gear: &Gear) -> Vec<Note> {
    let mut notes = Vec::new();
    match gear {
        Gear::Strobe(unit) => {
            if let Some(off) = unit.guide_against_energy().filter(|o| o.abs().get() > 2.0) {
                let slip =
                    if off.get() > 0.0 { "Was the guide number printed in feet?" } else { "Was the guide number printed in metres?" };
                notes.push(Note::worth_knowing(format!("Guide number and rated energy lie {} apart. {slip}", off.size())));
            }
            if unit.rated.is_none() && unit.guide.is_none() {
                notes.push(Note::worth_knowing("Say its rated energy or its guide number, and its light is foretold before it is read."));
            }
            notes.push(Note::caution(
                "Never open a unit: its capacitors hold a lethal charge long after it is unplugged. A qualified technician repairs it.",
            ));
            if unit.lamp.is_some() {
                notes.push(Note::putting_on(
                    "Keep to the maker's limit for modelling lamps in cloth boxes and before gels; let it cool, switch it off when away.",
                ));
            }
            notes.extend(unit.supply.as_ref().map(|supply| {
                Note::caution(match supply {
                    Supply::Battery { .. } => "Charge batteries off the unit and attended, as the maker says. Use no damaged packs.",
                    Supply::Mains { .. } => "Unplug before changing tube or fuse; only the type of fuse that is marked on the unit.",
                })
            }));
        }
        Gear::Gel(_) => notes.push(Note::putting_on(HOT_GEL)),
        _ => {}
    }
    notes
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
