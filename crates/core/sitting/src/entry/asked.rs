//! In a drill, whoever works alone asked for the next move.

use ink_lamp_light::refusal::Refusal;
use serde::{Deserialize, Serialize};

use crate::setup::Setup;

/// In a drill, whoever works alone asked for the next move. It is told until something is done.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MoveAsked {}

impl Setup {
    pub(super) fn ask(&mut self) -> Result<(), Refusal> {
        match &mut self.practice {
            Some(practice) if practice.alone => practice.asked = true,
            _ => return Err(Refusal::new("", "Each next move is told here anyway: only in a drill that is done alone is it asked for.")),
        }
        Ok(())
    }
}
