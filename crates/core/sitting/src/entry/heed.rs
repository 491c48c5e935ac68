//! Somebody acted on a caution, or everything is to be looked at again.

use ink_lamp_light::{list::up_to, refusal::Refusal};
use serde::{Deserialize, Serialize};

use crate::{
    cautions::{Caution, Heeded},
    role::LightId,
    setup::{Setup, unknown},
};

/// Somebody acted on a caution: it is not told again in this sitting, unless it is about another light.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CautionHeeded {
    /// Which.
    pub caution: Caution,
    /// The lights that it is about, at most 8; none where it is about the whole sitting.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "up_to::<_, _, 8>")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub lights: Vec<LightId>,
    /// Nobody did after all: it is told again.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub again: bool,
    /// Who did: 1 to 60 characters.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "ink_lamp_light::name::optional_name")]
    pub by: Option<String>,
}

/// Everything is to be looked at again before the next flash: what was seen on devices is forgotten.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CheckAgain {}

impl Setup {
    pub(super) fn heed(&mut self, heeded: &CautionHeeded) -> Result<(), Refusal> {
        let CautionHeeded { caution, lights, again, by } = heeded.clone();
        for (n, id) in lights.iter().enumerate() {
            self.light(id).ok_or_else(|| unknown(id).at(format!("lights[{n}]")))?;
        }
        self.heeded.retain(|h| h.caution != caution);
        if !again {
            self.heeded.push(Heeded { caution, lights, by });
        }
        Ok(())
    }

    pub(super) fn check_again(&mut self) {
        self.checks.clear();
    }
}
