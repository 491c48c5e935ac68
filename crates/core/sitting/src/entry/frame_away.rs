//! A frame was taken out of the roll: it belongs to another look, or to none.

use serde::{Deserialize, Serialize};
use uuid::Uuid;

use crate::setup::Setup;

/// A frame was taken out of the roll.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FrameAway {
    /// Its picture.
    pub picture: Uuid,
    /// The look that it went to, as that was called; none where it went nowhere.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "ink_lamp_light::name::optional_name")]
    pub to: Option<String>,
}

impl Setup {
    /// What was read in it stays: the light was what it was.
    pub(super) fn take_frame_away(&mut self, away: &FrameAway) {
        self.shots.retain(|shot| shot.picture != away.picture);
    }
}
