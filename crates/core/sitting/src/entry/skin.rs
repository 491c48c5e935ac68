//! Skin was compared with a grey card in one frame: from then on skin is read as a card is.

use ink_lamp_light::{refusal::Refusal, scale::Stops};
use serde::{Deserialize, Serialize};
use uuid::Uuid;

use crate::{
    setup::Setup,
    shots::{MOST_SHOTS, Skin},
};

/// Skin was compared with a grey card beside it, in one frame.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SkinCompared {
    /// Its picture.
    pub picture: Uuid,
    /// How far the skin lies over the card in the same light, stops: −3 to 3.
    pub over: Stops,
    /// How sure that is, stops: one standard deviation, up to 2.
    pub sure: Stops,
}

impl Setup {
    pub(super) fn compare_skin(&mut self, compared: SkinCompared) -> Result<(), Refusal> {
        let SkinCompared { picture, over, sure } = compared;
        let Some(shot) = self.shots.iter().find(|shot| shot.picture == picture) else {
            let message = format!("This is none of the last {MOST_SHOTS} frames of the look. Compare in one of those.");
            return Err(Refusal::new("picture", message));
        };
        let frame = shot.frame;
        if !(-3.0..=3.0).contains(&over.get()) {
            let message = format!(
                "Skin does not lie {} stops over a grey card: one of the two patches is not what it is called. Give −3 to 3.",
                over.get()
            );
            return Err(Refusal::new("over", message));
        }
        if !(0.0..=2.0).contains(&sure.get()) {
            return Err(Refusal::new("sure", format!("{} stops are no spread of a tone. Give 0 to 2.", sure.get())));
        }
        self.skin = Some(Skin { over, sure, frame });
        Ok(())
    }
}
