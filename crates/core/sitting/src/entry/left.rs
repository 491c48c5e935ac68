//! A light was left as it is, though off its wish.

use ink_lamp_light::refusal::Refusal;
use serde::{Deserialize, Serialize};

use crate::{role::LightId, setup::Setup};

/// A light was left as it is, though off its wish: nothing more is asked of it before it, its wish or the camera changes.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LightLeft {
    /// Which.
    pub light: LightId,
}

impl Setup {
    pub(super) fn leave(&mut self, left: &LightLeft) -> Result<(), Refusal> {
        self.light_mut(&left.light)?.left = true;
        Ok(())
    }
}
