//! A setup that another one began from.

use ink_lamp_light::refusal::Refusal;
use serde::{Deserialize, Serialize};
use uuid::Uuid;

use crate::setup::Setup;

/// A setup that another one began from.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Start {
    /// What it was copied from, in words: 1 to 500 characters.
    #[serde(deserialize_with = "ink_lamp_light::name::note")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 500))]
    pub from: String,
    /// The look that it was copied from; not known of copies of earlier versions.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub of: Option<Uuid>,
    /// What was copied.
    pub setup: Box<Setup>,
}

impl Setup {
    pub(super) fn begin(&mut self, start: &Start) -> Result<(), Refusal> {
        if *self != Self::default() {
            return Err(Refusal::new("start", "A start comes first. This setup has entries already."));
        }
        self.clone_from(&start.setup);
        // Frames stay with the look that they were shot in, and with them what they say of who was in them.
        self.shots.clear();
        self.skin = None;
        Ok(())
    }
}
