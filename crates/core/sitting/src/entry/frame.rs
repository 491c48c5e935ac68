//! A frame was shot.

use ink_lamp_light::refusal::Refusal;
use serde::{Deserialize, Serialize};

use crate::{
    room::{FrameSeen, NoFlash},
    setup::Setup,
};

/// A frame was shot.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FrameShot {
    /// What was seen in it: 1 to 500 characters, in one or more lines.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "ink_lamp_light::name::optional_note")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 500))]
    pub note: Option<String>,
    /// It was shot without flash: what a mid-grey became in it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub no_flash: Option<NoFlash>,
}

impl Setup {
    pub(super) fn shoot(&mut self, shot: &FrameShot) -> Result<(), Refusal> {
        self.frames = self.frames.saturating_add(1);
        if shot.no_flash.is_none() {
            self.flashed(|_| true);
        }
        if let Some(codes) = shot.no_flash {
            let Some(camera) = &self.camera else {
                return Err(Refusal::new("no_flash", "Set the camera first: a frame tells nothing without its exposure."));
            };
            self.room.frame = Some(FrameSeen { codes, exposure: camera.exposure });
        }
        Ok(())
    }
}
