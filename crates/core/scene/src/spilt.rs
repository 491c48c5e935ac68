//! What lights put where they are not metered, by the plan: the key on the shadow side of the face, lights from behind on both sides of it.
//!
//! The key's share is what walls and panels throw back of it ([`crate::returned`]); a light that is aimed elsewhere reaches the face by the walls
//! alone. Where nothing stands on a plan, a reading of all lights together at the shadow side says it.

use ink_lamp_light::scale::Stops;
use ink_lamp_sitting::{metered::HeldAt, role::Role};

use crate::{levels::Spill, returned::returned, stage::Stage};

/// What the lights on a stage spill. What was read at the shadow side, of all lights together, holds before any plan.
#[must_use]
pub fn spilt(stage: &Stage) -> Spill {
    if let Some(key) = stage.setup.spilt_at(HeldAt::ShadowSide) {
        return Spill { key, face: Vec::new() };
    }
    let back = stage.first(Role::Key).map_or(0.0, |key| returned(stage, key).total());
    let mut face = vec![0.0; stage.setup.lights.len()];
    for light in stage.lights.iter().filter(|l| !matches!(l.role, Role::Key | Role::Fill)) {
        // From how the meter is held to the full light along its axis.
        let full = Stops::of(-stage.setup.lights[light.index].normal_by(stage.setup.schools.receptor));
        face[light.index] = stage.returned(light) * full.factor();
    }
    // A reading at the face holds what comes back there too.
    Spill { key: back / (1.0 + back), face }
}
