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
    /// Said in words.
    pub words: String,
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
