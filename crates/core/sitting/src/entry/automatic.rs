//! A frame was shot by automatic flash, to begin from.

use ink_lamp_light::refusal::Refusal;
use serde::{Deserialize, Serialize};

use crate::{
    light::{Automatic, Tone},
    role::LightId,
    setup::Setup,
};

/// A frame was shot by automatic flash, to be locked in manual.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct AutomaticFrame {
    /// Whose power was chosen by itself.
    pub light: LightId,
    /// The power that it gave, as written on the unit's dial.
    #[cfg_attr(feature = "schema", schema(example = "1/16", max_length = 40))]
    pub gave: String,
    /// How light the scene is on the whole.
    pub tone: Tone,
}

impl Setup {
    pub(super) fn give_automatic(&mut self, frame: &AutomaticFrame) -> Result<(), Refusal> {
        let light = self.light_mut(&frame.light)?;
        let Some(unit) = &light.unit else {
            let message = format!("{} has no unit yet. Say which it is, then its power can be read.", light.name());
            return Err(Refusal::new("gave", message));
        };
        let gave = unit.scale.read(&frame.gave).map_err(|r| r.at("gave"))?;
        light.turn(Some(gave));
        light.automatic = Some(Automatic { gave, tone: frame.tone });
        self.spoil_whole();
        Ok(())
    }
}
