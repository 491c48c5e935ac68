//! What the ground is to look like was said.

use ink_lamp_light::refusal::Refusal;
use serde::{Deserialize, Serialize};

use crate::{setup::Setup, studio::GroundTone};

/// What the ground is to look like was said, or given up.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GroundWished {
    /// The wish; nothing gives it up.
    pub tone: Option<GroundTone>,
}

impl Setup {
    pub(super) fn wish_ground(&mut self, wished: GroundWished) -> Result<(), Refusal> {
        if let Some(GroundTone::Grey { level }) = wished.tone
            && !(-4.5..=2.0).contains(&level.get())
        {
            return Err(Refusal::new(
                "tone.grey.level",
                format!("A grey ground lies at −4.5 to +2 stops. {level} is outside: black or white."),
            ));
        }
        self.ground_tone = wished.tone;
        Ok(())
    }
}
