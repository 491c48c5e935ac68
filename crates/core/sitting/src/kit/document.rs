//! The document that carries a kit, readings’ teachings with it.

use ink_lamp_light::{list::up_to, refusal::Refusal};
use serde::{Deserialize, Serialize};
use uuid::Uuid;

use super::{calibration::Sample, gear::Gear};

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

/// The most teachings of readings a document holds.
pub const MOST_SAMPLES: usize = 200_000;

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
    #[serde(deserialize_with = "up_to::<_, _, MOST_ITEMS>")]
    #[cfg_attr(feature = "schema", schema(max_items = 2000))]
    pub items: Vec<KitItem>,
    /// What readings said of units in modifiers, at most 200,000.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "up_to::<_, _, MOST_SAMPLES>")]
    #[cfg_attr(feature = "schema", schema(max_items = 200000))]
    pub samples: Vec<Sample>,
}

impl KitDocument {
    /// Checks what no single piece can know.
    ///
    /// # Errors
    /// Refuses ids that stand twice.
    pub fn check(&self) -> Result<(), Refusal> {
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
    fn a_document_has_each_id_once() {
        let item = r#"{"id": "0199a100-0000-7000-a001-000000000000", "is": {"filter": {"name": "ND 0.9", "loss": 3}}}"#;
        let document: KitDocument = serde_json::from_str(&format!(r#"{{"format": "ink-lamp-kit-1", "items": [{item}, {item}]}}"#)).unwrap();
        assert_eq!(document.check().unwrap_err().field, "items[1].id");
    }
}
