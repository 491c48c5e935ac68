//! The kit: every piece of equipment as its sheet describes it, and the document that carries a whole kit from one place to another.
//!
//! A setup holds a copy of what it uses, so that a change of the kit never changes a sitting of the past.

mod camera;
mod transmitter;

use serde::{Deserialize, Serialize};
use uuid::Uuid;

pub use camera::{CameraBody, DialSteps, FocalRange, Lens, MeterBody, MeterConstant, Micrometres, Millimetres, SensorSize, ShutterKind};
pub use transmitter::{Group, GroupControl, Link, Transmitter};

use crate::{
    Refusal,
    likely::Sample,
    shape::{Filter, Gel, Grid, Shape, Size},
    strobe::{Supply, Unit},
};

/// A modifier as it stands in the kit.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Modifier {
    /// As it is called, 1 to 60 characters.
    #[serde(deserialize_with = "crate::setup::name")]
    pub name: String,
    /// What it does to light.
    pub shape: Shape,
    /// The grid that fits it, where there is one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub grid: Option<Grid>,
}

/// What a panel does.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum PanelKind {
    /// A soft passive fill.
    White,
    /// A hard passive fill.
    Silver,
    /// Takes fill away.
    Dark,
    /// Keeps light off the ground or the lens.
    Flag,
}

/// A reflector or a flag.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Panel {
    /// As it is called, 1 to 60 characters.
    #[serde(deserialize_with = "crate::setup::name")]
    pub name: String,
    /// What it does.
    pub kind: PanelKind,
    /// How large it is.
    pub size: Size,
}

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

    /// What is worth a second look in how it is described, and the usual cautions that go with it.
    #[must_use]
    pub fn notes(&self) -> Vec<Note> {
        let mut notes = Vec::new();
        let mut say = |caution: bool, words: &str| notes.push(Note { caution, words: words.to_owned() });
        match self {
            Self::Strobe(unit) => {
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
            Self::Gel(_) => say(true, "A gel chars on a hot lamp: switch the modelling lamp off or keep the maker's distance."),
            _ => {}
        }
        notes
    }
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

/// A piece of the kit with its id.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct KitItem {
    /// Its id, made by whoever typed it in.
    pub id: Uuid,
    /// No longer offered; sittings of the past keep what they used.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub retired: bool,
    /// What it is.
    pub is: Gear,
}

/// The most pieces a document holds.
pub const MOST_ITEMS: usize = 2000;

/// Names this kind of document.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum KitFormat {
    /// A kit, first version.
    #[serde(rename = "ink-lamp-kit-1")]
    Kit1,
}

/// A whole kit, to be carried from one place to another.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct KitDocument {
    /// What this is.
    pub format: KitFormat,
    /// The pieces, at most 2000.
    pub items: Vec<KitItem>,
    /// What readings said of units in modifiers.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub samples: Vec<Sample>,
}

impl KitDocument {
    /// Checks what no single piece can know.
    ///
    /// # Errors
    /// Refuses too many pieces and ids that stand twice.
    pub fn check(&self) -> Result<(), Refusal> {
        if self.items.len() > MOST_ITEMS {
            return Err(Refusal::new("items", format!("{} pieces are too many. A kit holds {MOST_ITEMS}.", self.items.len())));
        }
        let mut seen = std::collections::HashMap::new();
        for (n, item) in self.items.iter().enumerate() {
            if let Some(first) = seen.insert(item.id, n) {
                let message = format!("The id {} stands at items[{first}] already. Each piece has its own.", item.id);
                return Err(Refusal::new(format!("items[{n}].id"), message));
            }
        }
        Ok(())
    }
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
        let told = |gear: &Gear| gear.notes().iter().any(|n| n.words.contains("in feet"));
        assert!(told(&unit("118", "metres")));
        assert!(!told(&unit("118", "feet")) && !told(&unit("36", "metres")));
        assert!(unit("36", "metres").notes().iter().any(|n| n.caution && n.words.contains("lethal")));
    }

    #[test]
    fn a_document_has_each_id_once() {
        let item = r#"{"id": "0199a100-0000-7000-a001-000000000000", "is": {"filter": {"name": "ND 0.9", "loss": 3}}}"#;
        let document: KitDocument = serde_json::from_str(&format!(r#"{{"format": "ink-lamp-kit-1", "items": [{item}, {item}]}}"#)).unwrap();
        assert_eq!(document.check().unwrap_err().field, "items[1].id");
    }
}
