//! A light was taken away.

use ink_lamp_light::refusal::Refusal;
use serde::{Deserialize, Serialize};

use crate::{
    role::LightId,
    setup::{Setup, unknown},
    shots::Lit,
};

/// A light was taken away.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LightRemoved {
    /// Which.
    pub light: LightId,
}

impl Setup {
    pub(super) fn remove_light(&mut self, removed: &LightRemoved) -> Result<(), Refusal> {
        let before = self.lights.len();
        self.lights.retain(|l| l.id != removed.light);
        self.firing.high_speed.units.retain(|id| *id != removed.light);
        if self.lights.len() == before {
            return Err(unknown(&removed.light));
        }
        // A light that is put there later is another one: what was heeded was not heeded for it.
        self.heeded.iter_mut().for_each(|heeded| heeded.lights.retain(|id| *id != removed.light));
        // The same of frames: whose light it was is not known of one that is gone.
        let alone = Some(Lit::Alone(removed.light.clone()));
        self.shots.iter_mut().filter(|shot| shot.lit == alone).for_each(|shot| shot.lit = None);
        self.spoil_whole();
        Ok(())
    }
}
